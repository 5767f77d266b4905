/** What mends cost that several faults ask for: made-up prices until a firm has filled its own price book. */
import { price } from "#core/work/work.ts";

export const PRICES = {
  consent: price([0, 60, 200], [0, 40, 140], [2, 10, 40]),
  tails: price([900, 1700, 3200], [120, 210, 420], [10, 25, 50], [3, 10, 25]),
  panel: price([2300, 3450, 5600], [680, 980, 1600], [12, 25, 45], [6, 12, 25]),
  /** A feeder, or the conductor of a circuit along its whole length. */
  feeder: price([450, 900, 2100], [260, 480, 1100], [3, 7, 14], [3, 7, 14]),
  device: price([40, 85, 160], [30, 60, 110], [1, 2, 4], [1, 2, 4]),
};
