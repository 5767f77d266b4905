/** What the firm offers, and what the customer pays today. */
import { DAY_UNITS, NO_UNITS, PERCENT_UNITS } from "#core/quantity/parse.ts";
import { defineFields, type FieldContext } from "./field.ts";

/** Nothing of a quote is asked for before there is an option. */
const isQuoted = ({ document }: FieldContext): boolean => (document.quote?.options ?? []).length > 0;

export const quoteFields = defineFields(
  { step: "papers", section: "quote" },
  {
    validDays: {
      at: "/quote/validDays",
      asked: isQuoted,
      label: "Holds for",
      control: { kind: "number", units: DAY_UNITS, usual: "days" },
      hint: "30 days where it is empty",
    },
    depositPercent: {
      at: "/quote/depositPercent",
      asked: isQuoted,
      label: "Deposit",
      control: { kind: "number", units: PERCENT_UNITS, usual: "%" },
    },
    pricePerKWh: {
      at: "/quote/pricePerKWh",
      asked: isQuoted,
      label: "Price of a kWh when it charges",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "as the customer's bill has it, such as 0.24",
    },
    dayPricePerKWh: {
      at: "/quote/dayPricePerKWh",
      asked: (context) => isQuoted(context) && Boolean(context.document.need?.cheap),
      label: "Price of a kWh at other hours",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "where the tariff has cheap hours",
    },
    fuelPerMonth: {
      at: "/quote/fuelPerMonth",
      asked: isQuoted,
      label: "Fuel for the same driving, a month",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "as the customer tells it",
    },
    notIncluded: {
      at: "/quote/notIncluded",
      asked: isQuoted,
      label: "Not included",
      control: { kind: "lines", placeholder: "one in a line, beside what Heron names itself" },
    },
    terms: {
      at: "/quote/terms",
      asked: isQuoted,
      label: "Terms",
      control: { kind: "lines", placeholder: "payment, guarantee" },
    },
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
