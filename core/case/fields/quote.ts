/** What the firm offers, and what the customer pays today. */
import { DAY_UNITS, NO_UNITS, PERCENT_UNITS } from "#core/quantity/parse.ts";
import { defineFields } from "./field.ts";

export const quoteFields = defineFields(
  { step: "papers", section: "quote" },
  {
    validDays: {
      at: "/quote/validDays",
      label: "Holds for",
      control: { kind: "number", units: DAY_UNITS, usual: "days" },
      hint: "30 days where it is empty",
    },
    depositPercent: {
      at: "/quote/depositPercent",
      label: "Deposit",
      control: { kind: "number", units: PERCENT_UNITS, usual: "%" },
    },
    pricePerKWh: {
      at: "/quote/pricePerKWh",
      label: "Price of a kWh when it charges",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "as the customer's bill has it, such as 0.24",
    },
    fuelPerMonth: {
      at: "/quote/fuelPerMonth",
      label: "Fuel for the same driving, a month",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "as the customer tells it",
    },
    notIncluded: {
      at: "/quote/notIncluded",
      label: "Not included",
      control: { kind: "lines", placeholder: "one in a line, beside what Heron names itself" },
    },
    terms: { at: "/quote/terms", label: "Terms", control: { kind: "lines", placeholder: "payment, guarantee" } },
  },
);

/** Fields of one option. */
export const quoteOptionFields = defineFields(
  { step: "papers", section: "quote" },
  {
    fixedPrice: {
      at: "/quote/options/*/fixedPrice",
      label: "Fixed price",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "before grants; the range of the price book where it is empty",
    },
    text: {
      at: "/quote/options/*/text",
      label: "In the firm's words",
      control: { kind: "lines", placeholder: "what the customer should know about this option" },
    },
  },
);
