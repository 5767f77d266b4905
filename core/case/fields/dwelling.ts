/** The dwelling, its address and its customer. */
import { AREA_UNITS } from "#core/quantity/parse.ts";
import { defineFields } from "./field.ts";

export const dwellingFields = defineFields(
  { step: "survey", section: "dwelling" },
  {
    title: { at: "/title", label: "Address", control: { kind: "text", wide: true } },
    customer: { at: "/enquiry/customer", label: "Customer", control: { kind: "text" } },
    floorArea: {
      at: "/dwelling/floorArea",
      label: "Floor area",
      control: { kind: "quantity", units: AREA_UNITS, usual: ({ rules }) => rules.areaUnit, empty: "null" },
      source: "always",
      unknown: "the floor area of the dwelling",
      hint: ({ rules }) =>
        rules.asksFor.floorArea ? "Outside dimensions; no garage, porch or unfinished space" : undefined,
    },
    kind: {
      at: "/dwelling/kind",
      label: "Kind",
      control: {
        kind: "choice",
        fallback: "one-family",
        options: ({ rules }) => [
          { value: "one-family", label: "House" },
          { value: "apartment", label: rules.survey.apartment },
        ],
      },
    },
    existing: { at: "/dwelling/existing", label: "Already built", control: { kind: "switch", fallback: true } },
  },
);
