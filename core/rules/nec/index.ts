/** Rules shared by the NEC editions; an edition adds its name, its sections and its changes. */

import type { RuleSetId } from "#core/case/document/types.ts";
import { roundedDown } from "#core/tolerance.ts";
import { showA, showPercent } from "#core/units.ts";
import { SOLID_NAMES } from "../solid-names.ts";
import type { Codebook } from "../types.ts";
import { necBoard } from "./board.ts";
import { necBus, SOURCE_FACTOR } from "./bus.ts";
import { necCharging } from "./charging.ts";
import { necConductor, SIXTY_DEGREES_UP_TO_A } from "./circuit/conductor.ts";
import { necCircuit } from "./circuit/design.ts";
import { necConventions } from "./conventions.ts";
import { nec22083Method } from "./demand/existing-220-83.ts";
import { nec22087Method } from "./demand/measured-220-87.ts";
import { nec22082Method } from "./demand/optional-220-82.ts";
import type { NecSections } from "./demand/rules.ts";
import { necStandard } from "./demand/standard.ts";
import { necUsualMistakes } from "./demand/usual-mistakes.ts";
import { necFindings } from "./findings.ts";
import { necLoadKinds, necStartLoads } from "./load-kinds.ts";
import { necNotices } from "./notices.ts";
import { necPracticeOptions } from "./practice-options.ts";
import { necReminders } from "./reminders.ts";
import { necSeenRules } from "./seen.ts";
import { CLASS_320, necServiceConductors, SERVICE_RATINGS_A } from "./service.ts";
import { necSupplyDevice } from "./supply-device.ts";
import { necAsksFor, necSurvey } from "./survey.ts";
import { NEC_TESTS } from "./tests.ts";

import { necTypicalHomes } from "./typical-home.ts";
import { necWall } from "./wall.ts";

/** Share of a rating that a continuous set point may take (750.30, 625.42). */
const SET_POINT_SHARE = 0.8;
/** An unreadable service rating is taken as the smallest that still exists, A. */
const UNKNOWN_SERVICE_A = 60;
/** A one-family dwelling's service disconnect (230.79(C)), A. */
const LEAST_SERVICE_A = 100;

export interface NecEdition {
  id: RuleSetId;
  name: string;
  /** Smallest load a charger is counted at, VA; 0 where the edition names none. */
  leastChargerVA: number;
  sections: NecSections;
}

/** The codebook of one NEC edition. */
export function necCodebook({ id, name, leastChargerVA, sections }: NecEdition): Codebook {
  const standard = necStandard(sections);
  return {
    id,
    name,
    country: "us",
    conventions: necConventions,
    currency: "USD",
    lengthUnit: "ft",
    areaUnit: "ft2",
    paper: "LETTER",
    words: {
      supply: "service",
      panel: "panel",
      mainPanel: "Main panel",
      board: "panel",
      subPanel: "sub-panel",
      bus: "bus",
      device: "breaker",
      space: "space",
      spaces: "spaces",
      outlet: "receptacle",
      supplyRating: "Service rating",
      ratingReadOff: "as read off the main breaker",
      authority: "authority having jurisdiction and the utility",
      operator: "utility",
      supplyOf: (ratingA) =>
        ratingA === CLASS_320.continuousA || ratingA === CLASS_320.standardA
          ? `${showA(CLASS_320.standardA)} service of class ${CLASS_320.continuousA}`
          : `${showA(ratingA)} service`,
      newPanel: "panel",
      earthConductor: "grounding conductor",
      chargerSwitch: "disconnect",
      competent: "a licensed electrician",
      checkedBy: "Checked by (name, license)",
      solid: (kind) => (kind === "footway" ? "sidewalk" : kind === "neighbour" ? "neighbor's lot" : SOLID_NAMES[kind]),
      waterByHeatPump: "a heat-pump water heater",
      farEnd: "box and cover, cable clamp, seal against water, equipment ground",
      pointOfIsolation: "an outdoor disconnect",
      ownBoardWork: "Fit a panel for the charger alone, fed from the meter beside the old one",
      threePhaseBoardWork: "Fit a three-phase panel",
      comesWithLargerSupply: (size, panel) =>
        `New service conductors (${size}), meter base and grounding${panel ? `, and a panel with a main of ${panel.main} and a bus of ${panel.bus}` : ""}; emergency disconnect outdoors (NEC 230.85) and a surge protective device (NEC 230.67) come with it`,
    },
    sections: {
      supplyRating: "NEC 230.79",
      largerSupply: "NEC 230.42, 310.12",
      soundPanel: "NEC 110.3(B), 110.12",
      panelRoom: "NEC 408.54, 625.40",
      outletLoading: "NEC 110.3(B), 210.21(B), 210.23",
      outletCharging: "NEC 210.23, 625.42",
      neutralApart: "NEC 250.24(A)(5), 408.40",
      mainOnBus: "NEC 408.36",
      feeder: "NEC 215.2, 215.3",
      protection: "NEC 240.4",
      lighting: sections.lighting,
      directory: "NEC 408.4",
      sharedOutlet: "NEC 625.44",
      ungroundedOutlet: "NEC 250.114, 406.4",
    },
    systems: ["split-phase-120-240", "two-legs-120-208"],
    volts: (system) => (system === "two-legs-120-208" ? 208 : 240),
    loadKinds: necLoadKinds,
    startLoads: necStartLoads,
    methods: [nec22087Method, nec22083Method, nec22082Method, standard],
    feederMethod: standard,
    supplyRatingsA: SERVICE_RATINGS_A,
    // The service rating is read off the main breaker: where only the breaker was entered, it says the same.
    unknownRatingA: (mainA) => mainA ?? UNKNOWN_SERVICE_A,
    largerSystem: null,
    conductor: (conductor, terminalC = 60) => necConductor(conductor, terminalC),
    ring: null,
    supplyConductor: necServiceConductors,
    sixtyDegreesUpToA: SIXTY_DEGREES_UP_TO_A,
    bus: necBus(sections.bus),
    sourceFactor: SOURCE_FACTOR,
    notify: null,
    notices: necNotices,
    reminders: necReminders,
    tests: NEC_TESTS,
    certifiedBy: "test-record",
    recommendsInspection: false,
    protectionWork: () => [],
    twoWay: {
      partRule: "NEC 625.48, 705.40, 710.15",
      consentRule: "Utility's interconnection agreement",
      parts: "an interconnect device that parts the home from the grid",
    },
    ownLoadFrom: { poles: 2, aboveA: 20 },
    circuit: necCircuit,
    charging: necCharging({ leastVA: leastChargerVA, rule: sections.evLoad }),
    managed: {
      rule: sections.management,
      limitA(ratingA) {
        const limitA = roundedDown(ratingA * SET_POINT_SHARE);
        return {
          limitA,
          cited: {
            rule: sections.management,
            formula: `${showPercent(SET_POINT_SHARE)} of the rating of what is protected, whole amperes, rounded down (the set point is continuous)`,
            numbers: `${SET_POINT_SHARE} x ${showA(ratingA)} = ${showA(limitA)}`,
          },
        };
      },
    },
    sharing: {
      kinds: ["dryer", "range", "oven", "cooktop", "water-heater", "fixed-appliance"],
      needsOutlet: true,
      leastCircuitA: 30,
      reach: { value: 25, unit: "ft" },
      reachRule: "NEC 625.17",
      cited: {
        rule: "NEC 220.60, 625.42",
        formula: "80 % of the shared circuit's rating; the appliance and the charger never run together",
        numbers: "",
      },
    },
    // A face takes no larger device than its own rating (210.21(B)); 15 A faces may share a circuit of 20 A.
    outlets: {
      "5-15": { volts: 120, circuitA: 15, mostDeviceA: 20, chargeA: 12, grounded: true, slow: true },
      "5-20": { volts: 120, circuitA: 20, mostDeviceA: 20, chargeA: 16, grounded: true, slow: true },
      "6-50": { volts: 240, circuitA: 50, mostDeviceA: 50, chargeA: 40, grounded: true, slow: false },
      "14-30": { volts: 240, circuitA: 30, mostDeviceA: 30, chargeA: 24, grounded: true, slow: false },
      "14-50": { volts: 240, circuitA: 50, mostDeviceA: 50, chargeA: 40, grounded: true, slow: false },
      "10-30": { volts: 240, circuitA: 30, mostDeviceA: 30, chargeA: 24, grounded: false, slow: false },
      "10-50": { volts: 240, circuitA: 50, mostDeviceA: 50, chargeA: 40, grounded: false, slow: false },
    },
    leastSupplyA: { value: LEAST_SERVICE_A, rule: "NEC 230.79(C)" },
    asksFor: necAsksFor,
    survey: necSurvey,
    board: necBoard,
    findings: necFindings,
    seenRules: necSeenRules,
    wall: necWall,
    supplyDevice: necSupplyDevice,
    unreadSupplyA: [60, 200],
    practiceOptions: necPracticeOptions,
    typicalHomes: necTypicalHomes,
    feederSizes: necSurvey.conductorSizes,
    usualMistakes: necUsualMistakes,
  };
}
