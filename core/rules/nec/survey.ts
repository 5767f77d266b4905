/** Survey fields and their words for North America. */

import type { AsksFor, SurveyRules } from "../survey.ts";
import { NEC_310_16 } from "./circuit/ampacity-tables.ts";
import { NEC_MEASURED } from "./demand/rules.ts";

export const necAsksFor: AsksFor = {
  floorArea: true,
  earthing: false,
  evTreatment: true,
  isolator: false,
  ratingOffMain: true,
  emergencyDisconnect: true,
  mainKind: true,
  enclosure: false,
  rcd: false,
  conductorMetal: true,
};

export const necSurvey: SurveyRules = {
  apartment: "Apartment",
  association: { label: "Association approval", who: "the association" },
  authority: { label: "Utility or authority", who: "the utility or authority" },
  isolate:
    "Service conductors stay live with the main off: lock off, prove dead with a tester proved before and after.",
  pointOfIsolation:
    "Service conductors are made dead at the outdoor disconnect or by the utility: nobody breaks a utility's seal unasked.",
  pictures: {
    supplyLabel: { label: "Main breaker", shows: "The figure on its handle" },
    panelClosed: "Panel, door open",
    panelOpen: "Panel, cover off",
    coverOff:
      "Service conductors stay live with the main off: cover off only by a licensed person, lock off, prove dead.",
  },
  conductorSizes: NEC_310_16.map((row) => row.size),
  conductorTypes: [
    { value: "nm-b", label: "NM-B cable" },
    { value: "thhn", label: "THHN in conduit" },
    { value: "xhhw-2", label: "XHHW-2" },
    { value: "ser", label: "SER cable" },
  ],
  noteExamples: [
    "150 A service, 2,100 sq ft",
    "panel main 150, bus 200, 30 spaces, sound",
    "range 50a 2 pole 12 kW",
    "dryer 30a 2 pole 5.5 kW with receptacle 14-30",
    "20 shed dead",
    "30 mi a day, plugged in 7pm-7am",
  ],
  newLoadExample: "hot tub 50a",
  loadExamples: "range 12kw   ·   ac 24a 240v   ·   dryer",
  measuredYear: { source: "utility-year", intervalMinutes: 15 },
  demandBlockMinutes: NEC_MEASURED.recordingIntervalMinutes,
  usualSource: (days) => (days >= NEC_MEASURED.yearDays ? "utility-year" : "recorder"),
  usualOutlet: "14-50",
  usualCar: { class: "family", distancePerDay: { value: 30, unit: "mi" } },
};
