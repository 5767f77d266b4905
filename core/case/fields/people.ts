/** People who have to agree, and access to the home. */
import type { FieldOption } from "./field.ts";
import { defineFields } from "./field.ts";

const STATES: readonly FieldOption[] = [
  { value: "not-needed", label: "not needed" },
  { value: "to-ask", label: "to ask" },
  { value: "asked", label: "asked, waiting" },
  { value: "given", label: "given" },
  { value: "refused", label: "refused" },
];

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
