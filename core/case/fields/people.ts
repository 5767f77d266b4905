/** People who have to agree, and access to the home. */

import { NO_UNITS } from "#core/quantity/parse.ts";
import { chargersThere, keepsCharger, stayingCharger } from "../document/staying-charger.ts";
import type { CaseDocument } from "../document/types.ts";
import type { FieldOption } from "./field.ts";
import { defineFields, type FieldContext } from "./field.ts";

const STATES: readonly FieldOption[] = [
  { value: "not-needed", label: "not needed" },
  { value: "to-ask", label: "to ask" },
  { value: "asked", label: "asked, waiting" },
  { value: "given", label: "given" },
  { value: "refused", label: "refused" },
];

/** The reasons of a visit, in the customer's words. */
const REASONS: readonly FieldOption[] = [
  { value: "first-charger", label: "a first charger" },
  { value: "trips", label: "it trips" },
  { value: "hold-back", label: "hold the charger back" },
  { value: "second-charger", label: "a second charger" },
  { value: "move", label: "move the charger" },
  { value: "refit-stub", label: "use a charger-ready stub" },
  { value: "two-way", label: "a two-way charger" },
];

/** Why the electrician was asked to come. */
export const visitFields = defineFields(
  { step: "survey", section: "dwelling" },
  {
    reason: {
      at: "/enquiry/reason",
      label: "Reason of the visit",
      control: { kind: "choice", fallback: "first-charger", options: REASONS },
      hint: ({ document }) => reasonHint(document),
    },
  },
);

const trips = ({ document }: FieldContext) => document.enquiry?.reason === "trips";

/** What is told of a device that trips. */
export const tripFields = defineFields(
  { step: "survey", section: "dwelling" },
  {
    at: {
      at: "/enquiry/trip/at",
      label: "What trips",
      control: { kind: "choice", none: "not told yet" },
      asked: trips,
    },
    kind: {
      at: "/enquiry/trip/kind",
      label: "Kind of device",
      control: {
        kind: "choice",
        none: "not known",
        options: [
          { value: "overcurrent", label: "overcurrent" },
          { value: "residual", label: "residual current" },
        ],
      },
      asked: trips,
    },
    after: {
      at: "/enquiry/trip/after",
      label: "It trips",
      control: {
        kind: "choice",
        none: "not told yet",
        options: [
          { value: "at-once", label: "at once" },
          { value: "minutes", label: "after minutes" },
          { value: "hours", label: "after an hour or more" },
        ],
      },
      asked: trips,
    },
    perWeek: {
      at: "/enquiry/trip/perWeek",
      label: "Times a week",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      asked: trips,
    },
    charging: {
      at: "/enquiry/trip/charging",
      label: "While the car charges",
      control: { kind: "yes-no" },
      asked: trips,
    },
    running: { at: "/enquiry/trip/running", label: "What ran with it", control: { kind: "own" }, asked: trips },
  },
);

/** What a reason asks for that the case does not have yet. */
function reasonHint(document: CaseDocument): string | undefined {
  const { reason } = document.enquiry ?? {};
  if (keepsCharger(document)) {
    const staying = stayingCharger(document);
    if (!staying) return "Enter the charger that is there among the loads, on its circuit";
    if (!staying.circuit) return "Place the charger that is there on the circuit that feeds it";
  }
  if (reason === "second-charger" && chargersThere(document).length === 0)
    return "Enter the charger that is there among the loads";
  return undefined;
}

export const peopleFields = defineFields(
  { step: "survey", section: "people" },
  {
    tenure: {
      at: "/enquiry/tenure",
      label: "Home is",
      control: {
        kind: "choice",
        fallback: "owner",
        options: [
          { value: "owner", label: "owned" },
          { value: "tenant", label: "rented" },
        ],
      },
    },
    owner: {
      at: "/enquiry/owner",
      label: "Owner of the home",
      control: { kind: "text" },
      asked: ({ document }) => document.enquiry?.tenure === "tenant",
    },
    ownerConsent: {
      at: "/enquiry/permissions/owner",
      label: "Owner's consent",
      control: { kind: "choice", fallback: "to-ask", options: STATES },
      asked: ({ document }) => document.enquiry?.tenure === "tenant",
    },
    association: {
      at: "/enquiry/permissions/association",
      label: ({ rules }) => rules.survey.association.label,
      control: { kind: "choice", fallback: "not-needed", options: STATES },
    },
    authority: {
      at: "/enquiry/permissions/authority",
      label: ({ rules }) => rules.survey.authority.label,
      control: { kind: "choice", fallback: "not-needed", options: STATES },
    },
    access: {
      at: "/enquiry/access",
      label: "Access",
      control: { kind: "lines", placeholder: "keys, hours, where the van can park" },
    },
    animals: { at: "/enquiry/animals", label: "Animals", control: { kind: "lines", placeholder: "dog in the yard" } },
    gate: { at: "/enquiry/gate", label: "Gate", control: { kind: "lines", placeholder: "code, height, who opens" } },
  },
);
