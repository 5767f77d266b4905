/** The schools of practice that a job may follow, as far as they change its way or its circuit. */
import { withCharger } from "#core/case/document/change.ts";
import type { CaseDocument, EvTreatment } from "#core/case/document/types.ts";
import type { Codebook } from "#core/codebook/types.ts";

export interface School {
  id: string;
  question: string;
  /** The first is what is done where the job says nothing. */
  choices: readonly { value: string; says: string }[];
  follows(document: CaseDocument): string;
  put(document: CaseDocument, value: string): CaseDocument;
}

const withOption = (document: CaseDocument, option: Partial<NonNullable<CaseDocument["options"]>>): CaseDocument => ({
  ...document,
  options: { ...document.options, ...option },
});

const evTreatment: School = {
  id: "evTreatment",
  question: "The charger counts",
  choices: [
    { value: "outside-125", says: "on top, at 125 %" },
    { value: "outside-100", says: "on top, at 100 %" },
    { value: "inside", says: "among the other loads" },
  ],
  follows: ({ options }) => options?.evTreatment ?? "outside-125",
  put: (document, value) => withOption(document, { evTreatment: value as EvTreatment }),
};

const connection: School = {
  id: "connection",
  question: "The charger is connected",
  choices: [
    { value: "hard-wired", says: "hard-wired" },
    { value: "plug", says: "by plug and receptacle" },
  ],
  follows: ({ charger }) => charger?.connection ?? "hard-wired",
  put: (document, value) => withCharger(document, { connection: value as "hard-wired" | "plug" }),
};

const terminals: School = {
  id: "terminals",
  question: "Conductor temperature rating used",
  choices: [
    { value: "", says: "60 °C up to 100 A" },
    { value: "60", says: "60 °C always" },
    { value: "75", says: "75 °C, where all terminals are marked for it" },
  ],
  follows: ({ options }) => options?.terminalColumn ?? "",
  put(document, value) {
    const { terminalColumn: _, ...options } = document.options ?? {};
    return { ...document, options: value === "" ? options : { ...options, terminalColumn: value as "60" | "75" } };
  },
};

const metal: School = {
  id: "metal",
  question: "Metal of large feeders",
  choices: [
    { value: "no", says: "copper only" },
    { value: "yes", says: "aluminum too" },
  ],
  follows: ({ options }) => (options?.allowAluminium ? "yes" : "no"),
  put: (document, value) => withOption(document, { allowAluminium: value === "yes" }),
};

const ukDevice: School = {
  id: "ukDevice",
  question: "Device for a 32 A charger",
  choices: [
    { value: "40", says: "40 A" },
    { value: "32", says: "32 A" },
  ],
  follows: ({ options }) => String(options?.ukDeviceA ?? 40),
  put: (document, value) => withOption(document, { ukDeviceA: Number(value) as 32 | 40 }),
};

const disconnect: School = {
  id: "disconnect",
  question: "A disconnect in sight of the charger",
  choices: [
    { value: "no", says: "where the rules require it" },
    { value: "yes", says: "always" },
  ],
  follows: ({ options }) => (options?.disconnectInSight ? "yes" : "no"),
  put: (document, value) => withOption(document, { disconnectInSight: value === "yes" }),
};

const outdoorGfci: School = {
  id: "outdoorGfci",
  question: "GFCI for a hard-wired charger outdoors",
  choices: [
    { value: "", says: "not settled with the authority" },
    { value: "yes", says: "fitted" },
    { value: "no", says: "the charger's own is accepted" },
  ],
  follows: ({ options }) => (options?.outdoorGfci === undefined ? "" : options.outdoorGfci ? "yes" : "no"),
  put(document, value) {
    const { outdoorGfci: _, ...options } = document.options ?? {};
    return { ...document, options: value === "" ? options : { ...options, outdoorGfci: value === "yes" } };
  },
};

const sizing: School = {
  id: "sizing",
  question: "The charger is set to",
  choices: [
    { value: "largest", says: "the most that fits" },
    { value: "need", says: "the least that meets the need" },
  ],
  follows: ({ options }) => options?.chargerSizing ?? "largest",
  put: (document, value) => withOption(document, { chargerSizing: value as "largest" | "need" }),
};

const SCHOOLS = {
  us: [evTreatment, connection, terminals, metal, disconnect, outdoorGfci, sizing],
  uk: [ukDevice, sizing],
} as const;

export const schoolsOf = ({ region }: Codebook): readonly School[] => SCHOOLS[region];
