/** Ids of the links of a path, made of the ids of the case. */
export const linkId = {
  main: (panel: string) => `panel:${panel}:main`,
  bus: (panel: string) => `panel:${panel}:bus`,
  panel: (panel: string) => `panel:${panel}`,
  feederDevice: (panel: string) => `feeder:${panel}:device`,
  feederConductor: (panel: string) => `feeder:${panel}:conductor`,
  device: (circuit: string) => `circuit:${circuit}:device`,
  conductor: (circuit: string) => `circuit:${circuit}:conductor`,
  outlet: (outlet: string) => `outlet:${outlet}`,
} as const;
