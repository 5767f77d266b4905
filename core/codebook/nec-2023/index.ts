/** NEC 2023: a charger is counted at 7200 VA or its nameplate, whichever is larger (220.57). */
import { necCodebook } from "../nec/index.ts";

export const nec2023 = necCodebook({
  id: "us-nec-2023",
  name: "NEC 2023",
  leastChargerVA: 7200,
  leastChargerRule: "NEC 220.57",
  managementRule: "NEC 220.70, 750.30, 625.42",
});
