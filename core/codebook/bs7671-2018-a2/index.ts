/** BS 7671:2018 + A2:2022, for dwellings in the United Kingdom. */
import { bsConductor } from "../../circuit/ampacity.ts";
import { ukDiversity } from "../../demand/uk-diversity/index.ts";
import { ukMeasured } from "../../demand/uk-measured/index.ts";
import { showA, showVA } from "../../units.ts";
import type { ChargingRules, Codebook } from "../types.ts";
import { ukLoadKinds, ukStartLoads } from "./load-kinds.ts";

const SETTINGS_A = [6, 8, 10, 13, 16, 20, 25, 32] as const;
const DEVICES_A = [6, 10, 16, 20, 25, 32, 40, 45, 50, 63] as const;
/** A 32 A charger stands on a 40 A device unless the job says 32 A. */
const USUAL_DEVICE_A = 40;
const USUAL_MARGIN_A = 1;

const fullCurrent = (chargeA: number, volts: number) => ({
  va: chargeA * volts,
  cited: {
    rule: "BS 7671 722.311.201",
    formula: "charging current x volts, diversity 1",
    numbers: `${showA(chargeA)} x ${volts} V = ${showVA(chargeA * volts)}`,
  },
});

const charging: ChargingRules = {
  settingsA: SETTINGS_A,
  minimumA: 6,
  usualMaxA: 32,
  poles: 1,
  deviceA(chargeA, deviceSetting = USUAL_DEVICE_A) {
    const least = DEVICES_A.find((d) => d >= chargeA) ?? chargeA;
    return least === 32 ? deviceSetting : least;
  },
  continuousFactor: 1,
  chargeOnCircuitA: (circuitA) => circuitA,
  counted: (chargeA, volts) => fullCurrent(chargeA, volts),
  nameplateVA: fullCurrent,
};

export const bs7671: Codebook = {
  id: "uk-bs7671-2018-a2",
  name: "BS 7671:2018 + A2:2022",
  region: "uk",
  currency: "GBP",
  lengthUnit: "m",
  areaUnit: "m2",
  words: {
    supply: "supply",
    panel: "consumer unit",
    mainPanel: "Consumer unit",
    board: "board",
    subPanel: "further board",
    device: "protective device",
    space: "way",
    spaces: "ways",
    outlet: "socket",
    supplyRating: "Cut-out fuse",
    ratingReadOff: "as on the cut-out label",
    authority: "network operator",
  },
  sections: {
    supplyRating: "Network operator's label",
    largerSupply: "Network operator's application",
    soundPanel: "BS 7671 132.16",
    panelRoom: "BS 7671 722.311",
    outletLoading: "BS 7671 134.1.1, 433.1",
    outletCharging: "BS 7671 722.55, product standard of the lead",
  },
  systems: ["single-phase-230", "three-phase-230-400"],
  volts: () => 230,
  loadKinds: ukLoadKinds,
  startLoads: ukStartLoads,
  methods: [ukMeasured, ukDiversity],
  feederMethod: ukDiversity,
  supplyRatingsA: [60, 80, 100],
  unknownRatingA: 60,
  conductor: (conductor) => bsConductor(conductor),
  charging,
  managed: {
    limitA(ratingA, marginA = USUAL_MARGIN_A) {
      return {
        limitA: ratingA - marginA,
        cited: {
          rule: "BS 7671 722.311.201",
          formula: "cut-out fuse rating - margin",
          numbers: `${showA(ratingA)} - ${showA(marginA)} = ${showA(ratingA - marginA)}`,
        },
      };
    },
  },
  sharing: {
    kinds: ["shower", "cooker"],
    needsOutlet: false,
    leastCircuitA: 30,
    reach: { value: 7.5, unit: "m" },
    cited: {
      rule: "BS 7671 722.311.201",
      formula: "the shared circuit's rating; a priority switch lets the appliance go first",
      numbers: "",
    },
  },
  outlets: { bs1363: { volts: 230, circuitA: 13, chargeA: 10, grounded: true, slow: true } },
  asksFor: { floorArea: false, earthing: true, evTreatment: false },
};
