/** A charging circuit as it is designed from the panel to the charger. */
import type {
  CaseDocument,
  Conductor,
  Confirmation,
  Length,
  Run,
  RunSegment,
  SupplySystem,
} from "#core/case/document/types.ts";
import type { RuleCitation } from "#core/why.ts";

/** One line of numbers: what was asked, what there is, and whether that is enough. */
export interface RouteCheck extends RuleCitation {
  id: string;
  label: string;
  /** Null where a value is missing, or the check must be made on site. */
  passes: boolean | null;
  /** Failing is a warning only. */
  advice?: true;
  /** What a person answered; stale where it was answered for other numbers. */
  confirmed?: Confirmation & { isStale: boolean };
}

/** One part of the run as it is built. */
export interface DesignedSegment {
  method: string;
  conductor: Conductor;
  earthConductor: Conductor;
  /** Trade size and kind, e.g. "3/4 in EMT"; null where the cable runs without one. */
  conduit: string | null;
  /** The conduit was there before. */
  conduitIsThere?: true;
}

/** Consecutive segments of one conductor type: one size all along. */
export interface DesignedStretch {
  conductor: Conductor;
  /** Ampacity along the run after all corrections, A. */
  ampacityA: number;
  /** Largest load that may be counted on it, A; includes the continuous-load factor where these rules have one. */
  mayCountA: number;
  decidedBy: RuleCitation;
  /** The size that would be enough by what it carries, before it was enlarged for volt drop. */
  sizeByAmpacity: string;
  dropV: number;
  checks: RouteCheck[];
}

export interface CircuitDesign {
  chargeA: number;
  deviceA: number;
  /** At the panel. */
  conductor: Conductor;
  earthConductor: Conductor;
  /** Conduit of the first segment that has one. */
  conduit: string | null;
  segments: DesignedSegment[];
  stretches: DesignedStretch[];
  voltDropV: number;
  voltDropPercent: number;
  /**
   * Earth fault loop at the charger and its limit, hot, ohm; null where these rules have no limit, or the loop was not
   * measured.
   */
  zsOhm: number | null;
  zsLimitOhm: number | null;
  /**
   * What a test of continuity along the run reads at 20 °C, ohm: line and earth conductor together, or the grounding
   * conductor alone, as these rules measure it.
   */
  continuityOhm: number | null;
  /** Checks of the whole circuit; each stretch has its own. */
  checks: RouteCheck[];
  cautions: string[];
}

/** A circuit that no size is made for, and why. */
export interface DesignRefusal {
  refused: RuleCitation;
}

/** A feeder before the circuit; null where its conductor or length was not recorded. */
export interface FeederSpec {
  name: string;
  conductor: Conductor | null;
  length: Length | null;
}

/** Specification of a circuit. */
export interface CircuitSpec {
  segments: readonly RunSegment[];
  /** Conductor type of the run, for segments without their own. */
  conductorType?: string | undefined;
  /** The smallest size that a person wants. */
  leastSize?: string | undefined;
  ambientC?: number | undefined;
  grouped?: number | undefined;
  /** Terminal temperature, °C. */
  terminalC: number;
  chargeA: number;
  plug: boolean;
  /** Device of the receptacle that its plug fits, where the plug is known, A. */
  plugDeviceA?: number | undefined;
  aluminium: boolean;
  /** UK: device for a 32 A charger, A. */
  deviceSetting?: 32 | 40 | undefined;
  system: SupplySystem;
  /** The circuit has a neutral beside its lines (North America). */
  hasNeutral?: boolean | undefined;
  /** Phases that the charger charges on; one where left out. */
  phases?: 1 | 3 | undefined;
  /** UK. */
  earthing?: "tn-c-s" | "tn-s" | "tt" | null | undefined;
  zeOhm?: number | null | undefined;
  /** The feeders between the supply and the circuit's panel, the first one in front; a fault's loop leads along them. */
  feeders?: readonly FeederSpec[] | undefined;
  /** A conductor that is there and stays. */
  kept?: Conductor | undefined;
  /** A feeder in the place of a charging circuit: what the rules count on it, A; `chargeA` is what it carries. */
  feederCountsA?: number | undefined;
}

/** A size tried on a stretch. */
export interface SizeTrial {
  fits: boolean;
  ampacityA: number;
  /** Largest load that may be counted on it, A; includes the continuous-load factor where these rules have one. */
  mayCountA: number;
  decidedBy: RuleCitation;
  checks: RouteCheck[];
}

/** A way of running a circuit, or a type of conductor, as the open format and the trade name it. */
export interface Named {
  id: string;
  name: string;
}

/** A designed circuit with all details of its route. */
export interface RoutedCircuit {
  document: CaseDocument;
  run: Run;
  /** Segments with rise and allowance included; index matches `design.segments`. */
  segments: readonly RunSegment[];
  design: CircuitDesign;
  /** Demand of the supply with the charger, A. */
  demandA: number;
  /** The panel that it starts from, and the current of that panel's feeder with the charger, A; null where unknown. */
  panel: string | null;
  feederA(panel: string): number | null;
  /** Clamps hold the charger back. */
  managed: boolean;
}

/** How a part of a run is held. */
export interface SupportSpacing {
  /** Item of a price book, and its name in a sentence. */
  item: string;
  name: string;
  /** Between two of them, and from an end to the first, in the rules' unit of length. */
  every: number;
  fromEnd: number | null;
  rule: string;
}

/** Names of the terminals of a circuit, for the log in which they are ticked off. */
export interface TerminalNames {
  /** Live terminals, in order. */
  live: readonly string[];
  earth: string;
  /** The protective device at the panel. */
  device: string;
  /** Where the protective conductor ends at the panel, if not at the device. */
  earthBar?: string;
  /** Conductor types whose armour ends in a gland, and what that termination is called. */
  gland?: { types: readonly string[]; name: string; board: string };
  metals: Readonly<Record<"cu" | "al", string>>;
  torqueUnit: string;
}

/** Details of a run that only some rules ask for. */
export interface AsksOfRun {
  /** What is counted as grouped. */
  grouped: string;
  terminals: boolean;
  bends: boolean;
  escapeRoute: boolean;
}

/** The rules for circuits. */
export interface CircuitRules {
  terminals: TerminalNames;
  asksFor: AsksOfRun;
  methods: readonly Named[];
  types: readonly (Named & { methods: readonly string[] })[];
  /** Default terminal temperature, °C. */
  usualTerminalC: number;
  /** Above this no circuit is designed, A. */
  mostA: number;
  /** Devices to try, the one that is wanted first, A. */
  devicesA(asked: CircuitSpec): readonly number[];
  metalOf(type: string, asked: CircuitSpec): "cu" | "al";
  /** Sizes a conductor is made in, ascending. */
  sizes(type: string, metal: "cu" | "al"): readonly string[];
  /** Whether a size carries the current behind the device, along one stretch. */
  tries(conductor: Conductor, stretch: readonly RunSegment[], deviceA: number, asked: CircuitSpec): SizeTrial;
  /** Voltage drop along a length at a current, V; null where the size is not in a table. */
  lostV(conductor: Conductor, length: Length, amps: number): number | null;
  volts(system: SupplySystem): number;
  /** Share of the volts that may be lost, and whether more refuses the circuit. */
  drop: { share: number; refuses: boolean; rule: string; inAllRule: string };
  earthOf(conductor: Conductor, sizeByAmpacity: string, deviceA: number): Conductor;
  conduitOf(
    segment: Pick<RunSegment, "method" | "raceway">,
    conductor: Conductor,
    earth: Conductor,
    asked: CircuitSpec,
  ): string | null;
  /** Largest device for an existing conductor on its run, and the resulting current, A. */
  keptMostA(
    conductor: Conductor,
    segments: readonly RunSegment[],
    asked: CircuitSpec,
  ): { deviceA: number; chargeA: number };
  /** Trade sizes of raceways that may be there already; empty where these rules know none. */
  raceways: readonly string[];
  /** How full the conductors that lie in a raceway make it, and how full they may; null where that is not known. */
  racewayFill(segment: Pick<RunSegment, "method" | "raceway">): { share: number; most: number } | null;
  /** How a part is held; null where the ground or the building holds it. */
  supportsOf(segment: RunSegment, made: DesignedSegment): SupportSpacing | null;
  /** Checks of a designed circuit's route and of the devices at its ends. */
  routeChecks(routed: RoutedCircuit): RouteCheck[];
  /** Additional checks of the whole circuit in these rules. */
  finish(design: CircuitDesign, stretches: readonly (readonly RunSegment[])[], asked: CircuitSpec): CircuitDesign;
}
