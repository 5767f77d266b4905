/** The schools of practice that a job may follow, as far as they change its way or its circuit. */
import { withCharger } from "#core/case/document/change.ts";
import type { CaseDocument, EvTreatment } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";

export interface PracticeOption {
  id: string;
  question: string;
  /** The first is what is done where the job says nothing. */
  choices: readonly { value: string; label: string }[];
  current(document: CaseDocument): string;
  apply(document: CaseDocument, value: string): CaseDocument;
}

const withOption = (document: CaseDocument, option: Partial<NonNullable<CaseDocument["options"]>>): CaseDocument => ({
  ...document,
  options: { ...document.options, ...option },
});

const evTreatment: PracticeOption = {
  id: "evTreatment",
  question: "The charger counts",
  choices: [
    { value: "outside-125", label: "on top, at 125 %" },
    { value: "outside-100", label: "on top, at 100 %" },
    { value: "inside", label: "among the other loads" },
  ],
  current: ({ options }) => options?.evTreatment ?? "outside-125",
  apply: (document, value) => withOption(document, { evTreatment: value as EvTreatment }),
};

const connection: PracticeOption = {
  id: "connection",
  question: "The charger is connected",
  choices: [
    { value: "hard-wired", label: "hard-wired" },
    { value: "plug", label: "by plug and receptacle" },
  ],
  current: ({ charger }) => charger?.connection ?? "hard-wired",
  apply: (document, value) => withCharger(document, { connection: value as "hard-wired" | "plug" }),
};

const terminals: PracticeOption = {
  id: "terminals",
  question: "Conductor temperature rating used",
  choices: [
    { value: "", label: "60 °C up to 100 A" },
    { value: "60", label: "60 °C always" },
    { value: "75", label: "75 °C, where all terminals are marked for it" },
  ],
  current: ({ options }) => options?.terminalColumn ?? "",
  apply(document, value) {
    const { terminalColumn: _, ...options } = document.options ?? {};
    return { ...document, options: value === "" ? options : { ...options, terminalColumn: value as "60" | "75" } };
  },
};

const metal: PracticeOption = {
  id: "metal",
  question: "Metal of large feeders",
  choices: [
    { value: "no", label: "copper only" },
    { value: "yes", label: "aluminum too" },
  ],
  current: ({ options }) => (options?.allowAluminium ? "yes" : "no"),
  apply: (document, value) => withOption(document, { allowAluminium: value === "yes" }),
};

const ukDevice: PracticeOption = {
  id: "ukDevice",
  question: "Device for a 32 A charger",
  choices: [
    { value: "40", label: "40 A" },
    { value: "32", label: "32 A" },
  ],
  current: ({ options }) => String(options?.ukDeviceA ?? 40),
  apply: (document, value) => withOption(document, { ukDeviceA: Number(value) as 32 | 40 }),
};

const disconnect: PracticeOption = {
  id: "disconnect",
  question: "A disconnect in sight of the charger",
  choices: [
    { value: "no", label: "where the rules require it" },
    { value: "yes", label: "always" },
  ],
  current: ({ options }) => (options?.disconnectInSight ? "yes" : "no"),
  apply: (document, value) => withOption(document, { disconnectInSight: value === "yes" }),
};

const outdoorGfci: PracticeOption = {
  id: "outdoorGfci",
  question: "GFCI for a hard-wired charger outdoors",
  choices: [
    { value: "", label: "not settled with the authority" },
    { value: "yes", label: "fitted" },
    { value: "no", label: "the charger's own is accepted" },
  ],
  current: ({ options }) => (options?.outdoorGfci === undefined ? "" : options.outdoorGfci ? "yes" : "no"),
  apply(document, value) {
    const { outdoorGfci: _, ...options } = document.options ?? {};
    return { ...document, options: value === "" ? options : { ...options, outdoorGfci: value === "yes" } };
  },
};

const sizing: PracticeOption = {
  id: "sizing",
  question: "The charger is set to",
  choices: [
    { value: "largest", label: "the most that fits" },
    { value: "need", label: "the least that meets the need" },
  ],
  current: ({ options }) => options?.chargerSizing ?? "largest",
  apply: (document, value) => withOption(document, { chargerSizing: value as "largest" | "need" }),
};

const PRACTICE_OPTIONS = {
  us: [evTreatment, connection, terminals, metal, disconnect, outdoorGfci, sizing],
  uk: [ukDevice, sizing],
} as const;

/** The practice options of a region, in their order on screen. */
export const practiceOptionsOf = ({ region }: Codebook): readonly PracticeOption[] => PRACTICE_OPTIONS[region];
