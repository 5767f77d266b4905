/** The measured demand that a job rests on, read off a meter by a person; a file brings these values itself. */
import { AMPERE_UNITS, DAY_UNITS, DEMAND_UNITS, MINUTE_UNITS } from "#core/quantity/parse.ts";
import { defineFields, type FieldContext } from "./field.ts";

const isMeasured = ({ document }: FieldContext) => Boolean(document.measured);
const isTyped = ({ document }: FieldContext) => Boolean(document.measured) && document.measured?.digest === undefined;
const isThreePhase = ({ document }: FieldContext) => document.supply.system === "three-phase-230-400";

export const measuredFields = defineFields(
  { step: "demand", section: "measured" },
  {
    source: {
      at: "/measured/source",
      label: "Source",
      control: {
        kind: "choice",
        options: ({ rules }) => [
          { value: "utility-year", label: `A year from the ${rules.words.operator}` },
          { value: "recorder", label: "A recorder" },
          { value: "half-hour-meter", label: "Half-hour meter" },
        ],
      },
      asked: isMeasured,
    },
    days: {
      at: "/measured/days",
      label: "Days measured",
      control: { kind: "number", units: DAY_UNITS, usual: "days" },
      asked: isTyped,
    },
    intervalMinutes: {
      at: "/measured/intervalMinutes",
      label: "Averaged over",
      control: { kind: "number", units: MINUTE_UNITS, usual: "min" },
      asked: isTyped,
      hint: "the interval of the meter or recorder",
    },
    max: {
      at: "/measured/max",
      label: "Highest value",
      control: { kind: "quantity", units: DEMAND_UNITS, usual: "A" },
      asked: (context) => isTyped(context) && !isThreePhase(context),
      hint: "in A or in kW, as the meter shows it",
    },
    maxByPhaseA: {
      at: "/measured/maxByPhaseA/*",
      label: ({ index }) => `Highest on L${(index[0] ?? 0) + 1}`,
      control: { kind: "number", units: AMPERE_UNITS, usual: "A", empty: "refused" },
      asked: (context) =>
        isTyped(context) && isThreePhase(context) && context.document.measured?.maxByPhaseA !== undefined,
    },
    generation: {
      at: "/measured/generation",
      label: "Generation in the data",
      control: {
        kind: "choice",
        none: "Import only: what was generated hides load",
        options: [
          { value: "added-back", label: "Generation added back" },
          { value: "hours-without", label: "Only hours without generation" },
        ],
      },
      asked: (context) => isMeasured(context) && context.document.supply.onsiteGeneration === true,
    },
    heatingSeason: {
      at: "/measured/heatingSeason",
      label: "In the heating season",
      control: { kind: "yes-no" },
      asked: isMeasured,
    },
  },
);
