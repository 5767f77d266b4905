/** Faults that only a person on site can see; ticked in the survey, weighed and explained here; the sections stand in each rule book. */

import type { ReasonCode } from "#core/case/document/reasons.ts";
import { IN_PASSING, type Requirements, requirements } from "#core/estimate/requirements.ts";

export const SEEN_CODES = [
  "bonding-absent",
  "working-space",
  "corrosion",
  "gland-unsealed",
  "doubled-lug",
  "heat-marks",
  "do-not-disturb",
] as const;
export type SeenCode = (typeof SEEN_CODES)[number];

export interface SeenFault {
  code: SeenCode;
  /** On the list of what to look for. */
  label: string;
  severity: "stop" | "fix" | "note";
  text: string;
  todo: string;
  reason: ReasonCode;
  /** The part that owns the fault: a new panel also removes the panel's faults. */
  goesWith: "panel" | "supply";
  /** Cost of its repair; absent where only a new panel or another path removes it. */
  requires?: Requirements;
}

export const SEEN_FAULTS: readonly SeenFault[] = [
  {
    code: "heat-marks",
    label: "Heat marks or a burnt smell",
    severity: "stop",
    text: "Heat marks at a terminal or busbar: something has been overloaded or loose",
    todo: "Leave it isolated, find the cause, and renew what was hot before anything is added",
    reason: "board-unsafe",
    goesWith: "panel",
  },
  {
    code: "do-not-disturb",
    label: "Old equipment not to be disturbed",
    severity: "stop",
    text: "Equipment of an old type, which may hold asbestos or break when touched",
    todo: "Keep the cover on; plan new equipment beside it, or a change by people equipped for it",
    reason: "board-unsafe",
    goesWith: "panel",
  },
  {
    code: "bonding-absent",
    label: "Bonding at water or gas absent",
    severity: "fix",
    text: "No bonding was found at the water or gas pipe",
    todo: "Bond the pipe before the charger is energised",
    reason: "fault-on-path",
    goesWith: "supply",
    requires: requirements({ bonding: 1, "labour:bonding": 1 }),
  },
  {
    code: "doubled-lug",
    label: "Two conductors under one terminal",
    severity: "fix",
    text: "Two conductors share a terminal made for one",
    todo: "Give each conductor its own terminal, torqued to the maker's figure",
    reason: "fault-on-path",
    goesWith: "panel",
    requires: requirements({ "labour:lug": 1 }),
  },
  {
    code: "working-space",
    label: "No room to work in front",
    severity: "fix",
    text: "The working space in front is too small or full of things",
    todo: "Have the working space cleared, or place new equipment elsewhere",
    reason: "fault-on-path",
    goesWith: "supply",
    requires: IN_PASSING,
  },
  {
    code: "corrosion",
    label: "Corrosion or water inside",
    severity: "fix",
    text: "Corrosion or traces of water inside the enclosure",
    todo: "Find where the water comes in; renew what is corroded",
    reason: "fault-on-path",
    goesWith: "panel",
    requires: requirements({ renewals: 1, "labour:corrosion": 1 }, "order"),
  },
  {
    code: "gland-unsealed",
    label: "Opening or gland not sealed",
    severity: "note",
    text: "An opening or cable entry of the enclosure is not closed",
    todo: "Close the opening with a fitting or plate of the enclosure's rating",
    reason: "fault-on-path",
    goesWith: "panel",
    requires: requirements({ "labour:gland": 1 }),
  },
];
