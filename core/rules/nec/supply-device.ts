/** How a main breaker warms: Heron's own figures for comparing ways. */
import type { DeviceWarming } from "../supply-device.ts";

export const necSupplyDevice: DeviceWarming = {
  tripsAt: 1.35,
  atTwice: [
    { upToA: 30, seconds: 120 },
    { upToA: 50, seconds: 240 },
    { upToA: 100, seconds: 360 },
    { upToA: 150, seconds: 480 },
    { upToA: Number.POSITIVE_INFINITY, seconds: 600 },
  ],
};
