/** Survey fields and their words for the United Kingdom. */
import type { AsksFor, SurveyRules } from "../survey.ts";

export const ukAsksFor: AsksFor = {
  floorArea: false,
  earthing: true,
  evTreatment: false,
  isolator: true,
  ratingOffMain: false,
  emergencyDisconnect: false,
  mainKind: false,
  enclosure: true,
  rcd: true,
  conductorMetal: false,
};

export const ukSurvey: SurveyRules = {
  apartment: "Flat",
  association: { label: "Freeholder or managing agent", who: "the freeholder or managing agent" },
  authority: { label: "Network operator", who: "the network operator" },
  isolate: "The tails stay live with the main switch off: isolate at the cut-out side, lock off, prove dead.",
  pointOfIsolation:
    "Tails are made dead at an isolator after the meter or by the network operator: the cut-out fuse is never the electrician's to pull.",
  pictures: {
    supplyLabel: {
      label: "Cut-out and its label",
      shows: "The fuse rating; the seal unbroken",
      caution: "The seal is the operator's: it is not broken to read the fuse.",
    },
    panelClosed: "Consumer unit, lid open",
    panelOpen: "Consumer unit, cover off",
    coverOff: "The tails stay live with the main switch off: isolate, lock off, prove dead before the cover comes off.",
  },
  conductorSizes: ["1 mm2", "1.5 mm2", "2.5 mm2", "4 mm2", "6 mm2", "10 mm2", "16 mm2", "25 mm2", "35 mm2"],
  conductorTypes: [
    { value: "twin-earth", label: "Twin-and-earth" },
    { value: "armoured-70", label: "Armoured, 70 °C" },
    { value: "armoured-90", label: "Armoured, 90 °C" },
    { value: "multicore-70", label: "Tough-sheathed, 70 °C" },
  ],
  noteExamples: [
    "cut-out 80, tails 25 mm2, TN-C-S, Ze 0.21",
    "board main switch 100 A, 12 ways, sound",
    "type AC RCD 63 A ways 1-5",
    "b40 shower 9.5kw",
    "cooker 10.5kw with socket b32",
    "24 mi a day, plugged in 19:00-07:00",
  ],
  newLoadExample: "shower 9.5kw",
  loadExamples: "shower 9.5kw   ·   2x ring 32a   ·   cooker",
  measuredYear: { source: "half-hour-meter", intervalMinutes: 30 },
  demandBlockMinutes: null,
  usualSource: (_days, minutes) => (minutes === 30 ? "half-hour-meter" : "recorder"),
  usualOutlet: "bs1363",
  usualCar: { class: "family", distancePerDay: { value: 24, unit: "mi" } },
};
