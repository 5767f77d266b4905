/** How a cut-out fuse warms: Heron's own figures for comparing ways. */
import type { DeviceWarming } from "../supply-device.ts";

export const ukSupplyDevice: DeviceWarming = {
  tripsAt: 1.6,
  atTwice: [
    { upToA: 63, seconds: 600 },
    { upToA: Number.POSITIVE_INFINITY, seconds: 900 },
  ],
};
