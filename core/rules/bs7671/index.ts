/** Rules shared by the editions of BS 7671 for dwellings; an edition adds its name and its sections. */

import type { RuleSetId } from "#core/case/document/types.ts";
import { showA, showVA } from "#core/units.ts";
import type { ChargingRules, Codebook } from "../types.ts";
import { ukBoard } from "./board.ts";
import { bsConductor } from "./circuit/conductor.ts";
import { bs7671Circuit } from "./circuit/design.ts";
import { ukConventions } from "./conventions.ts";
import { ukDiversity } from "./demand/diversity.ts";
import { ukMeasured } from "./demand/measured.ts";
import { ukUsualMistakes } from "./demand/usual-mistakes.ts";
import { ukFindings } from "./findings.ts";
import { ukLoadKinds, ukStartLoads } from "./load-kinds.ts";
import { ukNotices } from "./notices.ts";
import { ukPracticeOptions } from "./practice-options.ts";
import { protectionWork } from "./protection.ts";
import { ukReminders } from "./reminders.ts";
import type { Bs7671Sections } from "./sections.ts";
import { ukSeenRules } from "./seen.ts";
import { ukSupplyDevice } from "./supply-device.ts";
import { ukAsksFor, ukSurvey } from "./survey.ts";
import { ukTails } from "./tails.ts";
import { BS7671_TESTS } from "./tests.ts";
import { ukTypicalHomes } from "./typical-home.ts";
import { ukWall } from "./wall.ts";
import { ukWords } from "./words.ts";

const SETTINGS_A = [6, 8, 10, 13, 16, 20, 25, 32] as const;
const DEVICES_A = [6, 10, 16, 20, 25, 32, 40, 45, 50, 63] as const;
/** A 32 A charger gets a 40 A device unless the job says 32 A. */
const USUAL_DEVICE_A = 40;
const USUAL_MARGIN_A = 1;
/** Cut-out fuses, A; an unknown one is taken as the smallest. */
const CUT_OUTS_A = [60, 80, 100] as const;
/** Up to this charging current and demand the operator is notified within 28 days afterwards, A. */
const TELL_AFTER = { demandA: 60, chargeA: 32, rule: "Network operators' rules: connect, then notify within 28 days" };
/** Largest device of a charger's circuit, A. */
const MOST_DEVICE_A = 40;
/** A household socket carries this for hours, A. */
const SOCKET_A = 10;
const LEAST_OFFER_A = 6;
const FEEDER_SIZES = ["1.5 mm2", "2.5 mm2", "4 mm2", "6 mm2", "10 mm2", "16 mm2", "25 mm2"] as const;
/** A ring final circuit: a conductor that carries 20 A and more behind 32 A (433.1.204). */
const RING = { conductorFromA: 20, deviceA: 32, rule: "BS 7671 433.1.204" };

const FULL_CURRENT_RULE = "BS 7671 722.311.201";
const fullCurrent = (chargeA: number, volts: number) => ({
  va: chargeA * volts,
  cited: () => ({
    rule: FULL_CURRENT_RULE,
    formula: "charging current x volts, diversity 1",
    numbers: `${showA(chargeA)} x ${volts} V = ${showVA(chargeA * volts)}`,
  }),
});

const charging: ChargingRules = {
  countedRule: () => FULL_CURRENT_RULE,
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
  devicesA: DEVICES_A,
  deviceOnConductorA: ({ ampacityA }) =>
    DEVICES_A.reduce((most, d) => (d <= Math.min(ampacityA, MOST_DEVICE_A) ? d : most), 0),
  plug: { mostA: SOCKET_A, end: "a socket", rule: "BS 7671 722.55, product standard of the lead" },
  disconnect: null,
  ownCircuitRule: "BS 7671 722.311.201",
  settingRule: "BS 7671 433.1.1",
  leastOfferA: LEAST_OFFER_A,
  usualRun: {
    length: { value: 10, unit: "m" },
    method: "clipped",
    conductorType: "twin-earth",
    threePhaseType: "armoured-70",
  },
  counted: (chargeA, volts) => fullCurrent(chargeA, volts),
  nameplateVA: fullCurrent,
};

export interface Bs7671Edition {
  id: RuleSetId;
  name: string;
  sections: Bs7671Sections;
}

/** The codebook of one edition of BS 7671. */
export const bs7671Codebook = ({ id, name, sections }: Bs7671Edition): Codebook => ({
  id,
  name,
  country: "uk",
  conventions: ukConventions,
  currency: "GBP",
  lengthUnit: "m",
  areaUnit: "m2",
  paper: "A4",
  words: ukWords,
  sections: {
    supplyRating: "Network operator's label",
    largerSupply: "Network operator's application",
    soundPanel: "BS 7671 132.16",
    panelRoom: "BS 7671 722.311",
    outletLoading: "BS 7671 134.1.1, 433.1",
    outletCharging: "BS 7671 722.55, product standard of the lead",
    neutralApart: "BS 7671 411.3.1.1, 542.4",
    mainOnBus: "BS 7671 536.4",
    feeder: "BS 7671 433.1",
    protection: "BS 7671 433.1",
    lighting: "BS 7671 311.1",
    directory: "BS 7671 514.9",
    sharedOutlet: "BS 7671 722.55",
    ungroundedOutlet: "BS 7671 411.3.1.1",
  },
  systems: ["single-phase-230", "three-phase-230-400"],
  volts: () => 230,
  loadKinds: ukLoadKinds,
  startLoads: ukStartLoads,
  methods: [ukMeasured, ukDiversity],
  feederMethod: ukDiversity,
  supplyRatingsA: CUT_OUTS_A,
  unknownRatingA: () => CUT_OUTS_A[0],
  largerSystem: { system: "three-phase-230-400", ratingA: 100, name: "three phases" },
  conductor: (conductor) => bsConductor(conductor),
  ring: RING,
  supplyConductor: ukTails,
  sixtyDegreesUpToA: 0,
  bus: null,
  // Good practice; these rules name no figure.
  sourceFactor: 1.25,
  notify: TELL_AFTER,
  notices: ukNotices,
  reminders: ukReminders,
  tests: BS7671_TESTS,
  certifiedBy: "certificate",
  recommendsInspection: true,
  protectionWork,
  twoWay: {
    partRule: "BS 7671 551.6, 826",
    consentRule: "Network operators' rules: generation is agreed before it is connected",
    parts: "a changeover device that opens line and neutral, with an earth of its own while the grid is parted",
  },
  ownLoadFrom: { poles: 1, aboveA: 0 },
  circuit: bs7671Circuit(sections),
  charging,
  managed: {
    rule: "BS 7671 722.311.201",
    usualMarginA: USUAL_MARGIN_A,
    limitA(ratingA, marginA = USUAL_MARGIN_A) {
      return {
        limitA: Math.max(0, ratingA - marginA),
        cited: {
          rule: "BS 7671 722.311.201",
          formula: "rating of what is protected - margin",
          numbers: `${showA(ratingA)} - ${showA(marginA)} = ${showA(Math.max(0, ratingA - marginA))}`,
        },
      };
    },
  },
  sharing: {
    kinds: ["shower", "cooker"],
    needsOutlet: false,
    leastCircuitA: 30,
    reach: { value: 7.5, unit: "m" },
    reachRule: "BS 7671 722.55",
    cited: {
      rule: "BS 7671 722.311.201",
      formula: "the shared circuit's rating; a priority switch lets the appliance go first",
      numbers: "",
    },
  },
  outlets: {
    bs1363: {
      name: "BS 1363",
      volts: 230,
      circuitA: 13,
      mostDeviceA: 32,
      chargeA: SOCKET_A,
      grounded: true,
      slow: true,
    },
  },
  asksFor: ukAsksFor,
  survey: ukSurvey,
  board: ukBoard,
  findings: ukFindings(sections),
  seenRules: ukSeenRules,
  wall: ukWall,
  supplyDevice: ukSupplyDevice,
  unreadSupplyA: [60, 100],
  practiceOptions: ukPracticeOptions,
  typicalHomes: ukTypicalHomes,
  feederSizes: FEEDER_SIZES,
  usualMistakes: ukUsualMistakes,
});
