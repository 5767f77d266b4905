/** One interface for every edition of published rules; an edition is a folder beside this file. */
import type {
  CaseDocument,
  Conductor,
  EvTreatment,
  Length,
  Load,
  LoadKindId,
  MethodId,
  OutletType,
  RuleSetId,
  SupplySystem,
} from "#core/case/document/types.ts";
import type { SolidKind } from "#core/case/document/vocabulary.ts";
import type { Conventions } from "#core/conventions.ts";
import type { WorkItem } from "#core/estimate/requirements.ts";
import type { RuleCitation } from "#core/why.ts";
import type { BoardRules } from "./board.ts";
import type { ConductorRating } from "./circuit/ampacity.ts";
import type { CircuitRules } from "./circuit/types.ts";
import type { DemandMethod, Recount, UsualMistake } from "./demand/types.ts";
import type { SeenCode } from "./findings/seen.ts";
import type { FindingRule } from "./findings/types.ts";
import type { NoticeRule } from "./notices.ts";
import type { PracticeOption } from "./practice-options.ts";
import type { ReminderRule } from "./reminders.ts";
import type { DeviceWarming } from "./supply-device.ts";
import type { AsksFor, SurveyRules } from "./survey.ts";
import type { TestRule } from "./tests.ts";
import type { TypicalHome } from "./typical-home.ts";
import type { WallRules } from "./wall.ts";

/** The trade's own words in a rule set, for screens and papers. */
export interface RegionWords {
  supply: string;
  panel: string;
  mainPanel: string;
  /** Any of them, main or not, in one word. */
  board: string;
  subPanel: string;
  bus: string;
  device: string;
  space: string;
  spaces: string;
  outlet: string;
  supplyRating: string;
  ratingReadOff: string;
  authority: string;
  /** The owner of the supply. */
  operator: string;
  /** Name of a supply with its rating, as in "a 100 A ...". */
  supplyOf(ratingA: number): string;
  /** The protective conductor of a circuit. */
  earthConductor: string;
  /** Name of the switch beside a charger. */
  chargerSwitch: string;
  /** Name of a kind of solid on a plan, in lower case. */
  solid(kind: SolidKind): string;
  /** A water heater with a heat pump. */
  waterByHeatPump: string;
  /** What is looked at where an existing circuit ends, in a list. */
  farEnd: string;
  /** What isolates the conductors ahead of the main, as it goes on after "ask for". */
  pointOfIsolation: string;
  /** The work of a board for the charger alone. */
  ownBoardWork: string;
  /** The work of a board for three phases in the place of one for one phase. */
  threePhaseBoardWork: string;
  /** What comes with a larger supply: its conductors, and a panel with its main and bus where one is renewed. */
  comesWithLargerSupply(size: string, panel: { main: string; bus: string } | null): string;
  /** Name of a person who may do the work. */
  competent: string;
  /** Asks who checked a calculation, with what proves that they may. */
  checkedBy: string;
  /** Name of a new panel in a quote. */
  newPanel: string;
}

/** Sections cited where the judgement is the same in every rule set. */
export interface RuleSections {
  supplyRating: string;
  largerSupply: string;
  soundPanel: string;
  panelRoom: string;
  /** Section on the loads of an outlet and of its circuit. */
  outletLoading: string;
  outletCharging: string;
  /** Neutral and earth apart in a panel behind another one. */
  neutralApart: string;
  /** A main device on its bus. */
  mainOnBus: string;
  feeder: string;
  protection: string;
  /** General lighting by floor area, where the rules count it so. */
  lighting: string;
  /** The directory on a panel's door. */
  directory: string;
  /** Sharing a hard-wired appliance's circuit through a receptacle. */
  sharedOutlet: string;
  /** A receptacle without an equipment ground. */
  ungroundedOutlet: string;
}

export interface LoadKind {
  kind: LoadKindId;
  label: string;
  /** Usual names, lower case, that quick entry understands. */
  names: readonly string[];
  /** A typical nameplate for the pick list; always marked "typical, check the nameplate". */
  typical: { va: number } | { amps: number; volts: number };
  /** Counted at this value regardless of the nameplate, e.g. 1500 VA for a small-appliance circuit. */
  fixedVA?: number;
  /** It represents a whole circuit of outlets, counted at the circuit's possible draw. */
  isCircuit?: true;
  /** An additional question for this kind: the field of the load that holds the answer. */
  asks?: "controlled" | "socketOnControl";
}

/** Use of an outlet type for charging. */
export interface OutletUse {
  /** Where people call it otherwise than its type. */
  name?: string;
  volts: number;
  /** Rating of the usual circuit behind it. */
  circuitA: number;
  /** Largest device in front of it, A. */
  mostDeviceA: number;
  /** Largest continuous charging current. */
  chargeA: number;
  grounded: boolean;
  /** A general-purpose socket: slow, occasional. */
  slow: boolean;
}

/** How a charging current is counted by the rules. */
export interface CountedCharge {
  va: number;
  /** The citation, written on request. */
  cited(): RuleCitation;
}

export interface ChargingRules {
  /** Standard charging current settings, ascending, A. */
  settingsA: readonly number[];
  /** Below this a new circuit is not worth its work, A. */
  minimumA: number;
  usualMaxA: number;
  poles: number;
  /** Rating of the protective device for a charging current, A. */
  deviceA(chargeA: number, deviceSetting?: number): number;
  /** Factor of a load that runs for hours. */
  continuousFactor: number;
  /** Largest charging current that a circuit of this rating may carry, A. */
  chargeOnCircuitA(circuitA: number): number;
  /** Standard devices, ascending, A. */
  devicesA: readonly number[];
  /** Largest device in front of an existing conductor when it feeds the charger, A. */
  deviceOnConductorA(conductor: ConductorRating): number;
  /** The section by which that is counted. */
  countedRule(treatment: EvTreatment): string;
  /** The charger's addition to the demand outside the demand factors, VA. */
  counted(chargeA: number, volts: number, treatment: EvTreatment, slow?: boolean): CountedCharge;
  /** Smallest VA a charger in the appliance's place (or inside the factors) is taken at. */
  nameplateVA(chargeA: number, volts: number, slow?: boolean): CountedCharge;
  /** Largest current of a charger on plug and receptacle, A, and what its plug goes into. */
  plug: { mostA: number; end: string; rule: string };
  /** A charger above this current needs a disconnect, A; null where the rules require none. */
  disconnect: { aboveA: number; rule: string } | null;
  /** Each charger has a circuit of its own by this section; sharing one departs from it. Null where sharing is allowed. */
  ownCircuitRule: string | null;
  /** The section by which a charging current below the charger's own is set in the charger. */
  settingRule: string;
  /** A managed charger pauses rather than offer less, A. */
  leastOfferA: number;
  /** Priced where no run is entered yet. */
  usualRun: { length: Length; method: string; conductorType: string; threePhaseType?: string };
}

/** A charger that feeds back into the home or the grid. */
export interface TwoWayRules {
  /** Section on parting the home from the grid before it is fed by the car. */
  partRule: string;
  /** Section or rule by which the operator agrees before anything feeds back. */
  consentRule: string;
  /** What parts the home, as it goes on after "fit". */
  parts: string;
}

export interface ManagedRules {
  rule: string;
  /** Limit that a managed charger keeps the supply (or feeder) below, A; 0 at least. */
  /** Default margin below the rating, A; absent where the rules define a share instead. */
  usualMarginA?: number;
  limitA(ratingA: number, marginA: number | undefined): { limitA: number; cited: RuleCitation };
}

/** Service conductors or tails. */
export interface SupplyConductorRules {
  name: string;
  /** The supply rating a conductor that is there may serve; null for a size that is not in the tables. */
  allows(conductor: Conductor): ConductorRating | null;
  /** The usual size for a rating. */
  sizeFor(ratingA: number, aluminium: boolean): Conductor;
  /** The home with what is brought to size together with it: main earth and bonding. */
  withSizedEarths?(document: CaseDocument): CaseDocument;
  /** The finding where it is too small. */
  fault: "tails-undersized" | "conductor-undersized";
  rule: string;
}

/** Main device and sources that feed back on one bus: any of the ways to count is enough. */
export interface BusRules {
  /**
   * @param devicesA ratings of the devices on the bus, without the main; null where one is unknown
   * @param sources outputs, each with whether it is at the opposite end from the main
   */
  sourcesFit(input: {
    busA: number;
    mainA: number;
    devicesA: readonly number[] | null;
    sources: readonly { outputA: number; oppositeEnd: boolean }[];
  }): { fits: boolean; cited: RuleCitation };
  /** Ratings buses are made in, ascending, A. */
  ratingsA: readonly number[];
}

/** Approval or notice needed before a charger is connected. */
export interface NotifyRules {
  /** Up to this demand with charging, and this charging current, the operator is notified afterwards. */
  demandA: number;
  chargeA: number;
  rule: string;
}

/** Sharing one circuit between an appliance and the charger, appliance first. */
export interface SharingRules {
  kinds: readonly LoadKindId[];
  /** The appliance needs an outlet within reach of the charging lead. */
  needsOutlet: boolean;
  leastCircuitA: number;
  reach: { value: number; unit: "ft" | "m" };
  reachRule: string;
  cited: RuleCitation;
}

export interface Codebook {
  id: RuleSetId;
  name: string;
  /** Editions of one country can replace each other in a job. */
  country: string;
  conventions: Conventions;
  currency: "USD" | "GBP";
  lengthUnit: "ft" | "m";
  areaUnit: "ft2" | "m2";
  /** Paper size. */
  paper: "LETTER" | "A4";
  words: RegionWords;
  sections: RuleSections;
  systems: readonly SupplySystem[];
  /** Nominal volts by supply system: `line` is what a charger sees. */
  volts(system: SupplySystem): number;
  loadKinds: readonly LoadKind[];
  /** Loads that every dwelling has, put into a new case. */
  startLoads: readonly Load[];
  /** Demand methods, the one that governs first in front. */
  methods: readonly DemandMethod[];
  /** The method for the feeder of a panel that carries only part of the dwelling. */
  feederMethod: DemandMethod;
  /** Ratings a supply may be raised to, ascending, A. */
  supplyRatingsA: readonly number[];
  /** Supply rating used for an unknown one, A: the rating of the main device, where both are the same. */
  unknownRatingA(mainA: number | null | undefined): number;
  /** Supply systems that a larger supply may go over to. */
  largerSystem: { system: SupplySystem; ratingA: number; name: string } | null;
  /** Ampacity of an existing conductor; null where its size is not in the tables. */
  conductor(conductor: Conductor, terminalC?: 60 | 75): ConductorRating | null;
  /** A ring of sockets is fed from both ends: its device may be larger than its conductor. */
  ring: { conductorFromA: number; deviceA: number; rule: string } | null;
  supplyConductor: SupplyConductorRules;
  /** Unmarked terminals of equipment up to this rating are 60 °C, A. */
  sixtyDegreesUpToA: number;
  bus: BusRules | null;
  /** A source that feeds back counts, and its device is sized, at this much of its output. */
  sourceFactor: number;
  notify: NotifyRules | null;
  /** Notices that a job may owe, in the order of the work. */
  notices: readonly NoticeRule[];
  reminders: readonly ReminderRule[];
  /** Tests of the finished circuit, in the order of the hands. */
  tests: readonly TestRule[];
  /** The paper that certifies the work. */
  certifiedBy: "certificate" | "test-record";
  /** The designer recommends the day of the next inspection. */
  recommendsInspection: boolean;
  twoWay: TwoWayRules;
  /** Units of the job's own arrangement that protect the charger's circuit outside the board. */
  protectionWork(document: CaseDocument): WorkItem[];
  /** A circuit in use with these poles or a larger rating feeds more than general lights and outlets. */
  ownLoadFrom: { poles: number; aboveA: number };
  charging: ChargingRules;
  circuit: CircuitRules;
  managed: ManagedRules;
  sharing: SharingRules;
  outlets: Partial<Record<OutletType, OutletUse>>;
  /** Smallest supply for a one-family dwelling, A, with its rule. */
  leastSupplyA?: { value: number; rule: string };
  asksFor: AsksFor;
  survey: SurveyRules;
  board: BoardRules;
  /** Faults that only these rules know. */
  findings: readonly FindingRule[];
  /** The section for each fault that is seen on site. */
  seenRules: Readonly<Record<SeenCode, string>>;
  wall: WallRules;
  supplyDevice: DeviceWarming;
  /** Plausible ratings of a supply that was not read, least and most, A. */
  unreadSupplyA: readonly [number, number];
  practiceOptions: readonly PracticeOption[];
  /** By when they were built, the oldest first. */
  typicalHomes: readonly TypicalHome[];
  /** Sizes a feeder is made in, ascending. */
  feederSizes: readonly string[];
  /** Frequent mistakes in a load calculation by these rules, each with its resulting total. */
  usualMistakes(counted: Recount): readonly UsualMistake[];
}

export type { MethodId };
