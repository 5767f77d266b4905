/** One interface for every edition of published rules; an edition is a folder beside this file. */
import type {
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
import type { ConductorRating } from "#core/circuit/ampacity.ts";
import type { CircuitRules } from "#core/circuit/types.ts";
import type { DemandMethod, Mistake, Recount } from "#core/demand/types.ts";
import type { Cited } from "#core/why.ts";
import type { BoardRules } from "./board.ts";
import type { AsksFor, SurveyRules } from "./survey.ts";
import type { TypicalHome } from "./typical-home.ts";

/** The trade's own words in a rule set, for screens and papers. */
export interface Words {
  supply: string;
  panel: string;
  mainPanel: string;
  /** Any of them, main or not, in one word. */
  board: string;
  subPanel: string;
  device: string;
  space: string;
  spaces: string;
  outlet: string;
  supplyRating: string;
  ratingReadOff: string;
  authority: string;
  /** Who owns the supply. */
  operator: string;
  /** What the charger's supply is limited by at its head, as in "a 100 A ...". */
  supplyOf(ratingA: string): string;
  /** The protective conductor of a circuit. */
  earthConductor: string;
  /** What cuts a charger off beside it. */
  chargerSwitch: string;
  /** Who may do the work. */
  competent: string;
  /** Asks who checked a calculation, with what proves that they may. */
  checkedBy: string;
  /** What a new one of these is called in a quote. */
  newPanel: string;
}

/** Sections cited where the judgement is the same in every rule set. */
export interface Sections {
  supplyRating: string;
  largerSupply: string;
  soundPanel: string;
  panelRoom: string;
  /** What may stand on an outlet, and on the circuit behind it. */
  outletLoading: string;
  outletCharging: string;
  /** A main device on its bus. */
  mainOnBus: string;
  feeder: string;
  protection: string;
  /** General lighting by floor area, where the rules count it so. */
  lighting: string;
  /** The directory on a panel's door. */
  directory: string;
}

export interface LoadKind {
  kind: LoadKindId;
  label: string;
  /** Usual names, lower case, that quick entry understands. */
  names: readonly string[];
  /** A typical nameplate for the pick list; always marked "typical, check the nameplate". */
  typical: { va: number } | { amps: number; volts: number };
  /** Counted at this figure whatever the nameplate says, e.g. 1500 VA a small-appliance circuit. */
  fixedVA?: number;
  /** It stands for a whole circuit of outlets, at what the circuit may draw. */
  isCircuit?: true;
}

/** What an outlet type can do for charging. */
export interface OutletUse {
  /** Where people call it otherwise than its type. */
  name?: string;
  volts: number;
  /** Rating of the usual circuit behind it. */
  circuitA: number;
  /** Largest device it may stand behind, A. */
  mostDeviceA: number;
  /** Largest continuous charging current. */
  chargeA: number;
  grounded: boolean;
  /** A general-purpose socket: slow, occasional. */
  slow: boolean;
}

/** How a charging current is counted by the rules. */
export interface Counted {
  va: number;
  /** Put into words only when somebody asks. */
  cited(): Cited;
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
  /** What a load that runs for hours counts for. */
  continuousFactor: number;
  /** Largest charging current that a circuit of this rating may carry, A. */
  chargeOnCircuitA(circuitA: number): number;
  /** Standard devices, ascending, A. */
  devicesA: readonly number[];
  /** Largest device a kept conductor may stand behind when it is given to the charger, A. */
  deviceOnConductorA(conductor: ConductorRating): number;
  /** The section by which that is counted. */
  countedRule(treatment: EvTreatment): string;
  /** What the charger adds to the demand when it stands outside the demand factors, VA. */
  counted(chargeA: number, volts: number, treatment: EvTreatment, slow?: boolean): Counted;
  /** Smallest VA a charger in the appliance's place (or inside the factors) is taken at. */
  nameplateVA(chargeA: number, volts: number, slow?: boolean): Counted;
  /** Largest current of a charger on plug and receptacle, A, and what its plug goes into. */
  plug: { mostA: number; end: string; rule: string };
  /** Above this current a disconnect stands at the charger, A; null where these rules ask for none. */
  disconnect: { aboveA: number; rule: string } | null;
  /** A managed charger pauses rather than offer less, A. */
  leastOfferA: number;
  /** Priced where no run is entered yet. */
  usualRun: { length: Length; method: string; conductorType: string };
}

export interface ManagedRules {
  rule: string;
  /** Limit that a managed charger keeps the supply (or feeder) below, A; 0 at least. */
  limitA(ratingA: number, marginA: number | undefined): { limitA: number; cited: Cited };
}

/** Service conductors or tails. */
export interface SupplyConductorRules {
  name: string;
  /** The supply rating a conductor that is there may serve; null for a size that is not in the tables. */
  allows(conductor: Conductor): ConductorRating | null;
  /** The usual size for a rating. */
  sizeFor(ratingA: number, aluminium: boolean): Conductor;
  /** The finding where it is too small. */
  fault: "tails-undersized" | "conductor-undersized";
  rule: string;
}

/** Main device and sources that feed back on one bus: any of the ways to count is enough. */
export interface BusRules {
  /**
   * @param devicesA ratings of the devices on the bus beside the main; null where one was not read
   * @param sources outputs, each with whether it stands opposite to the main
   */
  sourcesFit(input: {
    busA: number;
    mainA: number;
    devicesA: readonly number[] | null;
    sources: readonly { outputA: number; oppositeEnd: boolean }[];
  }): { fits: boolean; cited: Cited };
  /** Ratings buses are made in, ascending, A. */
  ratingsA: readonly number[];
}

/** Whose word is needed before a charger is connected. */
export interface NotifyRules {
  /** Up to this demand with charging, and this charging current, the operator is told afterwards. */
  demandA: number;
  chargeA: number;
  rule: string;
}

/** Sharing one circuit between an appliance and the charger, appliance first. */
export interface SharingRules {
  kinds: readonly LoadKindId[];
  /** The appliance must stand on an outlet that the charging lead reaches. */
  needsOutlet: boolean;
  leastCircuitA: number;
  reach: { value: number; unit: "ft" | "m" };
  reachRule: string;
  cited: Cited;
}

export type Region = "us" | "uk";

export interface Codebook {
  id: RuleSetId;
  name: string;
  region: Region;
  currency: "USD" | "GBP";
  lengthUnit: "ft" | "m";
  areaUnit: "ft2" | "m2";
  /** What papers are printed on. */
  paper: "LETTER" | "A4";
  words: Words;
  sections: Sections;
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
  /** Supply rating taken where nobody could read one, A: as the main device says, where that is the same thing. */
  unknownRatingA(mainA: number | null | undefined): number;
  /** Supply systems that a larger supply may go over to. */
  largerSystem: { system: SupplySystem; ratingA: number; name: string } | null;
  /** What a conductor that is there may carry; null where its size is not in the tables. */
  conductor(conductor: Conductor, terminalC?: 60 | 75): ConductorRating | null;
  /** A ring of sockets is fed from both ends: its device may be larger than its conductor. */
  ring: { conductorFromA: number; deviceA: number; rule: string } | null;
  supplyConductor: SupplyConductorRules;
  /** Terminals of equipment up to so many amperes are 60 °C unless marked. */
  sixtyDegreesUpToA: number;
  bus: BusRules | null;
  notify: NotifyRules | null;
  /** A circuit of so many poles or so many amperes in use feeds more than general lights and outlets. */
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
  /** By when they were built, the oldest first. */
  typicalHomes: readonly TypicalHome[];
  /** Sizes a feeder is made in, ascending. */
  feederSizes: readonly string[];
  /** What is often done wrong in a load calculation by these rules, each with the total it gives. */
  usualMistakes(counted: Recount): readonly Mistake[];
}

export type { MethodId };
