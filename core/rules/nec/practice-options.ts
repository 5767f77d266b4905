/** Schools of practice under the NEC. */
import { withCharger } from "#core/case/document/change.ts";
import type { EvTreatment } from "#core/case/document/types.ts";
import {
  clampsAlways,
  clampsRead,
  ownBoard,
  type PracticeOption,
  sizing,
  withOption,
  yesNoOption,
} from "../practice-options.ts";

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

const metal = yesNoOption("metal", "Metal of large feeders", "allowAluminium", {
  no: "copper only",
  yes: "aluminum too",
});

const disconnect = yesNoOption("disconnect", "A disconnect in sight of the charger", "disconnectInSight", {
  no: "where the rules require it",
  yes: "always",
});

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

const receptacle = yesNoOption("receptacle", "Neutral at the receptacle", "receptacleNeutral", {
  no: "only where needed",
  yes: "always",
});

export const necPracticeOptions: readonly PracticeOption[] = [
  evTreatment,
  connection,
  terminals,
  metal,
  disconnect,
  outdoorGfci,
  receptacle,
  ownBoard("panel"),
  clampsAlways,
  clampsRead,
  sizing,
];
