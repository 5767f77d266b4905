/** Price-book items shared by the repairs of several faults. */
import { requirements } from "#core/estimate/requirements.ts";

export const SHARED_REQUIREMENTS = {
  consent: requirements({ paperwork: 1 }, "owner"),
  tails: requirements({ tails: 1, "labour:tails": 1 }, "order", "permit", "utility-visit"),
  panel: requirements({ panel: 1, "labour:panel": 1, permit: 1 }, "order-panel", "permit", "inspection"),
  /** A feeder, or the conductor of a circuit along its whole length. */
  feeder: requirements({ feeder: 1, "labour:feeder": 1 }, "order"),
  measurement: requirements({ recorder: 1, "labour:measure": 1 }, "measure"),
  /** A cover off at each end, to read what the terminals are marked for. */
  marking: requirements({ "labour:visit": 1 }, "survey"),
  /** A device that is there, moved within its panel. */
  moveDevice: requirements({ "labour:device": 1 }),
  device: requirements({ "device:other": 1, "labour:device": 1 }, "order"),
};
