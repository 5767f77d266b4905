/** A fault at a link of the home, and the rules by which faults are found. */

import type { Asked, GivenAnswer } from "#core/case/document/confirmations.ts";
import type { ReasonCode } from "#core/case/document/reasons.ts";
import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import type { Requirements } from "#core/estimate/requirements.ts";
import type { Home, PathTarget } from "../home.ts";
import type { RegionWords } from "../types.ts";
import type { SeenCode } from "./seen.ts";

export const FINDING_CODES = [
  "rating-unknown",
  "panel-full",
  "panel-obsolete",
  "panel-unsafe",
  "neutral-earth-joined",
  "bus-overloaded",
  "tails-undersized",
  "earth-impedance-high",
  "main-earth-undersized",
  "bonding-undersized",
  "bonding-far",
  "fault-current-high",
  "looped-supply",
  "rcd-type-ac",
  "rcd-missing",
  "one-way-device",
  "gfci-missing",
  "surge-protection-missing",
  "enclosure-combustible",
  "outlet-ungrounded",
  "outlet-plain-splitter",
  "outlet-undersized",
  "feeder-undersized",
  "conductor-undersized",
  "far-end-unfit",
  "main-oversized",
  "lost-pen-unprotected",
  "dc-protection-missing",
  "already-overloaded",
  "service-below-minimum",
  "emergency-disconnect-missing",
  "permission-refused",
  "permission-open",
] as const;
export type FindingCode = (typeof FINDING_CODES)[number];
export type Severity = "stop" | "fix" | "note";

/** How grave a finding is, in words. */
export const SEVERITY_WORDS = { stop: "Stop", fix: "Put right", note: "Note" } as const;

export interface SurveyFinding {
  code: FindingCode | SeenCode;
  severity: Severity;
  text: string;
  rule: string;
  /** The recommended action. */
  todo: string;
  /** The affected link of the path. */
  link: string;
  /** A note as a question to the person on site: whether it was seen to, or refused. */
  asked?: Asked;
  /** The answer to it. */
  answer?: GivenAnswer;
}

/** The result of a check, in addition to the properties of its rule. */
export interface FoundFault {
  link: string;
  text: string;
  rule?: string;
}

/** The home with a fault mended, and the work in words. */
export interface RepairedHome {
  document: CaseDocument;
  text: string;
  /** Its own cost where it differs from the rule's. */
  requires?: Requirements;
}

interface RuleOf<Thing> {
  code: SurveyFinding["code"];
  severity: Severity;
  rule: string;
  todo: string | ((words: RegionWords) => string);
  /** Why a way is ruled out by it, or needs work for it. */
  reason: ReasonCode;
  /** The owner wants it and nothing needs it: its work changes no verdict. */
  isExtra?: true;
  /** Only looked for on the path to the charger. */
  pathOnly?: true;
  check(home: Home, thing: Thing, target: PathTarget): readonly FoundFault[];
  /** Its repair, for any way with this link on its path; absent where only certain ways can repair it. */
  mend?: {
    requires: Requirements;
    of(home: Home, thing: Thing, target: PathTarget, found: FoundFault): RepairedHome | null;
  };
}

/** A feeder is looked at as the panel that it feeds. */
export type FindingRule =
  | ({ at: "supply" } & RuleOf<null>)
  | ({ at: "panel" } & RuleOf<Panel>)
  | ({ at: "feeder" } & RuleOf<Panel>)
  | ({ at: "circuit" } & RuleOf<Circuit>)
  | ({ at: "outlet" } & RuleOf<Outlet>)
  | ({ at: "charger" } & RuleOf<null>);

/** A fault as found, still able to say how it is mended. */
export interface PathFault {
  finding: SurveyFinding;
  reason: ReasonCode;
  isExtra: boolean;
  mend(home: Home, target: PathTarget): (RepairedHome & { requires: Requirements }) | null;
}
