/** Types of a way's proposal and of the judge's result. */

import type { WayReason } from "#core/case/document/reasons.ts";
import type { StayingCharger } from "#core/case/document/staying-charger.ts";
import type { CaseDocument, ClampLimit, Load } from "#core/case/document/types.ts";
import type { FeederCurrent } from "#core/circuit/design.ts";
import type { Conventions } from "#core/conventions.ts";
import type { NightNeed } from "#core/energy/need/need.ts";
import type { ReplayedNights } from "#core/energy/need/replayed.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import type { Cost } from "#core/estimate/estimate.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import type { WorkItem } from "#core/estimate/requirements.ts";
import type { ScheduleStep, Spread } from "#core/estimate/schedule.ts";
import type { SpaceCount } from "#core/panel/spaces.ts";
import type { ClampGuard } from "#core/path/clamps.ts";
import type { SupplyPath } from "#core/path/links.ts";
import type { PathLink, UnknownValue } from "#core/path/types.ts";
import type { CircuitDesign } from "#core/rules/circuit/types.ts";
import type { SurveyFinding } from "#core/rules/findings/types.ts";
import type { Home } from "#core/rules/home.ts";
import type { Codebook, RegionWords } from "#core/rules/types.ts";
import type { Waterline } from "#core/waterline.ts";
import type { Why } from "#core/why.ts";

export type JudgedVerdict = "ready" | "with-work" | "ruled-out";

/** Everything about a case that more than one way asks for, worked out once. */
export interface JudgingContext {
  home: Home;
  document: CaseDocument;
  codebook: Codebook;
  book: PriceBook;
  /** Today's path to where the charger's circuit would start. */
  path: SupplyPath;
  need: NightNeed;
  /** On three phases: the one with most spare, where the phases of the loads are known. */
  phase: 1 | 2 | 3 | undefined;
  /** Findings that stop the job, on any path. */
  stops: readonly SurveyFinding[];
  charger: { maxA: number; settingsA: readonly number[]; managed: boolean; plug: boolean };
  /** The charger that is there and stays; the home of the context is without it. */
  staying: StayingCharger | null;
  /** The largest setting that the charger has, and what it adds to the demand of the supply and of a feeder, A. */
  wanted: { chargeA: number; supplyA: number; feederA: number };
  /** Room in the panel where the circuit would start; null where its spaces were not counted. */
  spaces: SpaceCount | null;
}

/** How the charger is put into the home of a proposal. */
export interface ChargerPlacement {
  panel: string | null;
  /** Circuit and outlet that feed it; the proposal's document already contains the circuit. */
  circuit: string | null;
  outlet?: string;
  /** Volts it charges at, where not the supply's. */
  volts?: number;
  /** The appliance it never runs together with. */
  interlockedWith?: string;
  /** The load that goes first: a priority switch keeps the charger, on its own circuit, waiting while it runs. */
  waitsFor?: string;
  /** Held back by clamps. */
  managed?: boolean;
  /** A charger that is there, held back by the same clamps; the proposal's document is without it. */
  sharesWith?: Load;
  /** The circuit's device as the charging current asks for it; left out where the device stays. */
  deviceA?(chargeA: number): number;
  phase?: 1 | 2 | 3;
  /** It charges on all three phases, with this current on each. */
  phases?: 3;
}

/** The feeder of a panel as it is renewed along a run. */
export interface FeederDesign {
  /** Id of the panel that it feeds. */
  panel: string;
  current: FeederCurrent;
  design: CircuitDesign;
}

/** A part that a way reuses before anybody has seen all of it: until then its price is a range. */
export interface UnseenPart {
  /** What is to be looked at, as it goes on after "until". */
  look: string;
  /** Ids of the work that falls away where the part is unfit, and the work that comes instead. */
  without: readonly string[];
  work(at: { circuitA: number; chargeA: number }): readonly WorkItem[];
}

/** The home after the work, but for the charger itself, whose current is found by the judge. */
export interface Proposal {
  document: CaseDocument;
  chargerPlacement: ChargerPlacement;
  /** The same fed by other panels, where nobody knows which one feeds it: the least favourable of them is judged. */
  orElse?: readonly Proposal[];
  /** Largest current that the way itself allows, A, and the least that is worth its work. */
  mostA: number;
  leastA: number;
  /** The settings a charging lead has, where it is not the chosen charger that charges. */
  settingsA?: readonly number[];
  /**
   * What the charger, or the plug of its lead, would draw by itself, A: above the charging current, setting it is work.
   * Left out where the setting belongs to the work of the way.
   */
  drawsByItselfA?: number;
  /** A feeder that is renewed for it, as it was designed along its run. */
  feeder?: FeederDesign;
  /** It departs from a rule that its designer answers for: the rule. */
  departsFrom?: string;
  /** Some work precedes charging in any case, so the way is never `ready`. */
  takesWork: boolean;
  /** The problems that the way solves, in addition to the faults that it repairs. */
  solves: readonly WayReason[];
  work(at: { circuitA: number; chargeA: number; guards: readonly ClampGuard[] }): WorkItem[];
  cautions: readonly string[];
  /** What it reuses that nobody has seen; left out where all of it was. */
  unseen?: UnseenPart;
  /** The reason against the way where no setting fits, in its own words. */
  limitedBy?: (link: PathLink | null) => WayReason | null;
}

export interface RefusedProposal {
  refused: readonly WayReason[];
}

/** A way of charging. */
export interface Way {
  id: string;
  /** Whether it is among the ways of a case; always where this is absent. */
  joins?(document: CaseDocument): boolean;
  /** Of its proposals that meet the need, the one with the least work is taken, not the largest current. */
  leastWork?: true;
  /** It makes a new circuit, which may start at any panel. */
  startsAtPanel?: true;
  /** Its circuit needs a space in the existing panel. */
  takesPlace?: true;
  /** It holds the charger back below a limit. */
  holdsBack?: true;
  /** What is off during its work: nothing, the panel while a circuit is connected, or the home for the day. */
  switchesOff: "nothing" | "panel" | "home";
  /** It brings a larger supply, which is only needed where the one that is there does not carry the charger. */
  enlargesSupply?: true;
  /** Its name and its meaning in one line, in each language. */
  words: Readonly<Record<Conventions["locale"], { name: string; means: string }>>;
  /** What it leaves for later, in one sentence. */
  leaves(words: RegionWords): string;
  /** Phrase that completes "As it stands: ...". */
  headline(way: WayJudgement, words: RegionWords): string;
  propose(situation: JudgingContext): readonly (Proposal | RefusedProposal)[];
  /** Further proposals, tried in order until one gives the charger's full current. */
  otherwise?(situation: JudgingContext): readonly (() => Proposal)[];
}

/** The same way with its circuit from another panel. */
export interface WayVariant {
  panel: string | null;
  verdict: JudgedVerdict;
  chargeA: number;
  meetsNeed: boolean;
  /** Its price, in the currency of the way. */
  typical: number;
  /** Why it is ruled out; empty where it is not. */
  because: string;
}

export interface WayJudgement {
  /** The id of its way. */
  way: string;
  name: string;
  means: string;
  verdict: JudgedVerdict;
  /** The only work before charging is to confirm unread values. */
  onlyConfirm: boolean;
  chargeA: number;
  /** Volts it charges at. */
  volts: number;
  /** Phases it charges on, each with its current. */
  phases: 1 | 3;
  circuitA: number;
  /** The id of the panel where its circuit starts; null where no panel was recorded. */
  panel: string | null;
  /** The same way from every other panel, where the case leaves the start open; the better one first. */
  variants: WayVariant[];
  limitA?: number;
  /** Where each clamp sits, and the limit it keeps. */
  limits?: readonly (ClampLimit & { name: string })[];
  reasons: WayReason[];
  /** The rule that it departs from, which its designer answers for; such a way is the last resort. */
  departsFrom?: string;
  /** In the order it is done. */
  work: string[];
  workItems: WorkItem[];
  cautions: string[];
  /** Each link as the way leaves it, with the faults that were found there and the work that mends them. */
  path: readonly PathLink[];
  /** The link with the least room. */
  tightest: string | null;
  unknowns: UnknownValue[];
  leaves: string;
  explain: Why;
  /** Explanation of the price. */
  explainCost: Why;
  level: Waterline;
  /** Room left at the tightest link once the work is done and what is planned is there, A. */
  spareA: number;
  /** In the mean of all nights. */
  energyPerNightKWh: number;
  /** Share of the nights in which it gives all that they ask for, 0 to 1. */
  nightsMet: number;
  meetsNeed: boolean;
  /** Nights met and energy are those of a replay, not of the usual profile of a house. */
  replayed?: ReplayedNights;
  /** The night that is furthest from being met: what it gets of what it asks for, kWh, and the hours it has. */
  lacking?: { night: string; energyKWh: number; neededKWh: number; hours: number };
  /** Up to the price of a new part where it reuses one that nobody has seen. */
  cost: Cost;
  /** The price where what it reuses turns out to be unfit, and the look that settles it. */
  ifUnfit?: { typical: number; look: string };
  /** The lines of the price, and the items that the price book lacks. */
  lines: PriceLine[];
  unpriced: string[];
  /** The charger is there already, and stays. */
  chargerStays?: true;
  /** The feeder that it renews along the run; left out where it renews none, or no run of it was entered. */
  feeder?: FeederDesign;
  /** Its circuit as designed along the run; left out where no run was entered or it has no circuit of its own. */
  circuit?: CircuitDesign;
  steps: ScheduleStep[];
  leadTimeDays: Spread;
}
