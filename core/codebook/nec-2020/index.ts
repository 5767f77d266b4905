/** NEC 2020: a charger is counted at its nameplate; no minimum is named. */
import { necCodebook } from "../nec/index.ts";

export const nec2020 = necCodebook({
  id: "us-nec-2020",
  name: "NEC 2020",
  leastChargerVA: 0,
  leastChargerRule: "NEC 220.14(A)",
  managementRule: "NEC 625.42, 750.30",
});
