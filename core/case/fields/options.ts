/** Options of a job that change its calculation. */
import { RESIDUAL_MA } from "../document/vocabulary.ts";
import { defineFields } from "./field.ts";

export const optionFields = defineFields(
  { step: "demand", section: "calculation" },
  {
    loadMethod: { at: "/options/loadMethod", label: "Method", control: { kind: "own" } },
    evTreatment: {
      at: "/options/evTreatment",
      label: "The new charger counts",
      control: {
        kind: "choice",
        fallback: "outside-125",
        options: [
          { value: "outside-125", label: "on top, at 125 %" },
          { value: "outside-100", label: "on top, at 100 %" },
          { value: "inside", label: "among the loads" },
        ],
      },
      asked: ({ rules }) => rules.asksFor.evTreatment,
    },
  },
);

/** Rated residual currents of an RCD. */
export const RESIDUAL_CURRENTS = RESIDUAL_MA.map((value) => ({ value, label: `${value} mA` }));

/** Terminal temperature ratings of a conductor's ends, °C. */
export const TERMINALS = [
  { value: 60, label: "60 °C" },
  { value: 75, label: "75 °C, marked at both ends" },
];
