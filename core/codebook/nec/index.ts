/** What the NEC editions share; an edition gives its name and what it changes. */
import type { RuleSetId } from "../../case/document/types.ts";
import { necConductor } from "../../circuit/ampacity.ts";
import { nec22082 } from "../../demand/nec-220-82/index.ts";
import { nec22083 } from "../../demand/nec-220-83/index.ts";
import { nec22087 } from "../../demand/nec-220-87/index.ts";
import { necStandard } from "../../demand/nec-standard/index.ts";
import { showA } from "../../units.ts";
import type { Codebook } from "../types.ts";
import { necCharging } from "./charging.ts";
import { necLoadKinds, necStartLoads } from "./load-kinds.ts";

/** Share of a rating that a continuous set point may take (750.30, 625.42). */
const SET_POINT_SHARE = 0.8;

interface Edition {
  id: RuleSetId;
  name: string;
  /** Smallest load a charger is counted at, VA; 0 where the edition names none. */
  leastChargerVA: number;
  leastChargerRule: string;
  managementRule: string;
}

export function necCodebook({ id, name, leastChargerVA, leastChargerRule, managementRule }: Edition): Codebook {
  return {
    id,
    name,
    region: "us",
    currency: "USD",
    lengthUnit: "ft",
    areaUnit: "ft2",
    words: {
      supply: "service",
      panel: "panel",
      mainPanel: "Main panel",
      board: "panel",
      subPanel: "sub-panel",
      device: "breaker",
      space: "space",
      spaces: "spaces",
      outlet: "receptacle",
      supplyRating: "Service rating",
      ratingReadOff: "as read off the main breaker",
      authority: "authority having jurisdiction and the utility",
    },
    sections: {
      supplyRating: "NEC 230.79",
      largerSupply: "NEC 230.42, 310.12",
      soundPanel: "NEC 110.3(B), 110.12",
      panelRoom: "NEC 408.54, 625.40",
      outletLoading: "NEC 110.3(B), 210.23",
      outletCharging: "NEC 210.23, 625.42",
    },
    systems: ["split-phase-120-240", "two-legs-120-208"],
    volts: (system) => (system === "two-legs-120-208" ? 208 : 240),
    loadKinds: necLoadKinds,
    startLoads: necStartLoads,
    methods: [nec22087, nec22083, nec22082, necStandard],
    feederMethod: necStandard,
    supplyRatingsA: [100, 125, 150, 200, 225, 320, 400],
    unknownRatingA: 60,
    conductor: (conductor, terminalC = 75) => necConductor(conductor, terminalC),
    charging: necCharging(leastChargerVA, leastChargerRule),
    managed: {
      limitA(ratingA) {
        const limitA = Math.floor(ratingA * SET_POINT_SHARE + 1e-9);
        return {
          limitA,
          cited: {
            rule: managementRule,
            formula:
              "80 % of the rating of what is protected, whole amperes, rounded down (the set point is continuous)",
            numbers: `0.8 x ${showA(ratingA)} = ${showA(limitA)}`,
          },
        };
      },
    },
    sharing: {
      kinds: ["dryer", "range", "oven", "cooktop", "water-heater", "fixed-appliance"],
      needsOutlet: true,
      leastCircuitA: 30,
      reach: { value: 25, unit: "ft" },
      cited: {
        rule: "NEC 220.60, 625.42",
        formula: "80 % of the shared circuit's rating; the appliance and the charger never run together",
        numbers: "",
      },
    },
    outlets: {
      "5-15": { volts: 120, circuitA: 15, chargeA: 12, grounded: true, slow: true },
      "5-20": { volts: 120, circuitA: 20, chargeA: 16, grounded: true, slow: true },
      "6-50": { volts: 240, circuitA: 50, chargeA: 40, grounded: true, slow: false },
      "14-30": { volts: 240, circuitA: 30, chargeA: 24, grounded: true, slow: false },
      "14-50": { volts: 240, circuitA: 50, chargeA: 40, grounded: true, slow: false },
      "10-30": { volts: 240, circuitA: 30, chargeA: 24, grounded: false, slow: false },
      "10-50": { volts: 240, circuitA: 50, chargeA: 40, grounded: false, slow: false },
    },
    leastSupplyA: { value: 100, rule: "NEC 230.79(C)" },
    asksFor: { floorArea: true, earthing: false, evTreatment: true },
  };
}
