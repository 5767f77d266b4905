/** Designs a charging circuit step by step: device, conductor of every stretch, volt drop, earth conductor, conduit. */

import { chargerPhases, chargerRun, circuitOf, hasNeutral, onSupply, panelsTo } from "#core/case/document/lookups.ts";
import type { CaseDocument, Conductor, Panel, Run, RunSegment } from "#core/case/document/types.ts";
import { isKeptPart, laidSegments } from "#core/rules/circuit/laid.ts";
import type {
  CircuitDesign,
  CircuitRules,
  CircuitSpec,
  DesignedStretch,
  DesignRefusal,
  FeederSpec,
  SizeTrial,
} from "#core/rules/circuit/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber, showPercent } from "#core/units.ts";

type Stretch = readonly RunSegment[];

/** The conductor type of a segment: its own, otherwise the run's, otherwise the first that the method allows. */
export const typeOf = ({ types }: CircuitRules, { conductorType, method }: RunSegment, ofRun?: string): string =>
  conductorType ?? ofRun ?? types.find((t) => t.methods.includes(method))?.id ?? (types[0]?.id as string);

/** Consecutive segments of one conductor type. */
export function stretchesOf(rules: CircuitRules, { segments, conductorType, kept }: CircuitSpec): Stretch[] {
  const stretches: RunSegment[][] = [];
  let last: string | null = null;
  for (const segment of segments) {
    const type = kept && isKeptPart(segment) ? "kept" : typeOf(rules, segment, conductorType);
    if (type === last) stretches.at(-1)?.push(segment);
    else stretches.push([segment]);
    last = type;
  }
  return stretches;
}

/** The conductors that a stretch may be made of, the smallest first; one that is there and stays is the only one. */
export function conductorsFor(rules: CircuitRules, stretch: Stretch, asked: CircuitSpec): Conductor[] {
  if (asked.kept && isKeptPart(stretch[0] as RunSegment)) return [asked.kept];
  const type = typeOf(rules, stretch[0] as RunSegment, asked.conductorType);
  const material = rules.metalOf(type, asked);
  return rules.sizes(type, material).map((size) => ({ size, material, type }));
}

interface Sized {
  stretch: Stretch;
  /** Conductors that may be put there, the smallest first. */
  sizes: readonly Conductor[];
  /** The one that is enough by what it carries, the one that a person wants at least, and the one that is taken. */
  enough: number;
  wanted: number;
  taken: number;
}

/** The smallest sufficient size of every stretch; the index of the first stretch without one on failure. */
function byAmpacity(rules: CircuitRules, stretches: readonly Stretch[], deviceA: number, asked: CircuitSpec) {
  const sized: Sized[] = [];
  for (const stretch of stretches) {
    const sizes = conductorsFor(rules, stretch, asked);
    const enough = sizes.findIndex((conductor) => rules.tries(conductor, stretch, deviceA, asked).fits);
    if (enough < 0) {
      const largest = sizes.at(-1) as Conductor;
      return { short: rules.tries(largest, stretch, deviceA, asked), largest };
    }
    const wanted = Math.max(
      enough,
      sizes.findIndex(({ size }) => size === asked.leastSize),
    );
    sized.push({ stretch, sizes, enough, wanted, taken: wanted });
  }
  return { sized };
}

/** Of three phases in balance nothing returns through the neutral: half of what two wires lose, phase to neutral. */
const THREE_PHASE_DROP = 0.5;

/** Volts lost along a stretch at the charging current. */
export const dropV = (
  rules: CircuitRules,
  conductor: Conductor,
  stretch: Stretch,
  { chargeA, phases }: CircuitSpec,
): number =>
  stretch.reduce((total, { length }) => total + (rules.lostV(conductor, length, chargeA) ?? 0), 0) *
  (phases === 3 ? THREE_PHASE_DROP : 1);

/** Enlarges the stretch whose next size saves most volts, step by step, until the drop is small enough or no size is left. */
function enlarge(rules: CircuitRules, sized: readonly Sized[], asked: CircuitSpec): number {
  const limitV = rules.volts(asked.system) * rules.drop.share;
  const at = (s: Sized, n: number) => dropV(rules, s.sizes[n] as Conductor, s.stretch, asked);
  for (;;) {
    const lostV = sized.reduce((t, s) => t + at(s, s.taken), 0);
    if (!exceeds(lostV, limitV)) return lostV;
    let best: Sized | null = null;
    let most = 0;
    for (const s of sized) {
      if (s.taken + 1 >= s.sizes.length) continue;
      const saves = at(s, s.taken) - at(s, s.taken + 1);
      if (exceeds(saves, most)) {
        best = s;
        most = saves;
      }
    }
    if (!best) return lostV;
    best.taken++;
  }
}

/**
 * Designs a circuit for one charging current.
 * @returns why no size is made for it, where none is
 */
export function designCircuit(rules: CircuitRules, asked: CircuitSpec): CircuitDesign | DesignRefusal {
  const stretches = stretchesOf(rules, asked);
  const volts = rules.volts(asked.system);
  let short: SizeTrial | null = null;
  for (const deviceA of rules.devicesA(asked)) {
    const found = byAmpacity(rules, stretches, deviceA, asked);
    if (!found.sized) {
      short ??= found.short;
      continue;
    }
    const { sized } = found;
    const lostV = enlarge(rules, sized, asked);
    const limitV = volts * rules.drop.share;
    if (rules.drop.refuses && exceeds(lostV, limitV))
      return {
        refused: {
          rule: rules.drop.rule,
          formula: "volts lost along the run at the charging current, with the largest size",
          numbers: `${showNumber(lostV)} V of ${volts} V = ${showPercent(lostV / volts)}, more than ${showPercent(rules.drop.share)}`,
        },
      };
    return assembled(rules, sized, lostV, deviceA, asked);
  }
  return {
    refused: short?.decidedBy ?? {
      rule: rules.drop.rule,
      formula: "the largest current that circuits are designed for",
      numbers: `${showA(asked.chargeA)} is more than ${showA(rules.mostA)}`,
    },
  };
}

function assembled(
  rules: CircuitRules,
  sized: readonly Sized[],
  lostV: number,
  deviceA: number,
  asked: CircuitSpec,
): CircuitDesign {
  const volts = rules.volts(asked.system);
  const stretches = sized.map(({ stretch, sizes, enough, taken }): DesignedStretch => {
    const conductor = sizes[taken] as Conductor;
    const { ampacityA, mayCountA, decidedBy, checks } = rules.tries(conductor, stretch, deviceA, asked);
    const { size: sizeByAmpacity } = sizes[enough] as Conductor;
    const ownV = dropV(rules, conductor, stretch, asked);
    return { conductor, ampacityA, mayCountA, decidedBy, sizeByAmpacity, dropV: ownV, checks };
  });
  const segments = sized.flatMap(({ stretch }, i) => {
    const { conductor, sizeByAmpacity } = stretches[i] as DesignedStretch;
    const earthConductor = rules.earthOf(conductor, sizeByAmpacity, deviceA);
    return stretch.map((segment) => ({
      method: segment.method,
      conductor,
      earthConductor,
      ...(segment.raceway?.existing && { conduitIsThere: true as const }),
      conduit: rules.conduitOf(segment, conductor, earthConductor, asked),
    }));
  });
  const [first] = segments as [(typeof segments)[number]];
  const limitV = volts * rules.drop.share;
  const enlarged = sized.some(({ wanted, taken }) => taken > wanted);
  const design: CircuitDesign = {
    chargeA: asked.chargeA,
    deviceA,
    conductor: first.conductor,
    earthConductor: first.earthConductor,
    conduit: segments.find((s) => s.conduit)?.conduit ?? null,
    segments,
    stretches,
    voltDropV: lostV,
    voltDropPercent: (lostV / volts) * 100,
    zsOhm: null,
    zsLimitOhm: null,
    continuityOhm: null,
    checks: [
      {
        id: "volt-drop",
        label: "Voltage drop along the run",
        passes: !exceeds(lostV, limitV),
        ...(!rules.drop.refuses && { advice: true }),
        rule: rules.drop.rule,
        formula: `at ${asked.feederCountsA === undefined ? "the charging current" : "what the feeder carries"}, no more than ${showPercent(rules.drop.share)}${enlarged ? "; enlarged for it" : ""}`,
        numbers: `${stretches.map((s) => `${showNumber(s.dropV)} V`).join(" + ")} of ${volts} V = ${showPercent(lostV / volts)}`,
      },
    ],
    cautions: exceeds(lostV, limitV)
      ? [
          `No size brings the voltage drop below ${showPercent(rules.drop.share)}: the largest loses ${showPercent(lostV / volts)}.`,
        ]
      : [],
  };
  return rules.finish(
    design,
    sized.map((s) => s.stretch),
    asked,
  );
}

/** Whether a circuit could be designed. */
export const isDesigned = (found: CircuitDesign | DesignRefusal): found is CircuitDesign => !("refused" in found);

/** The panel where a case's charging circuit starts. */
function startOf(document: CaseDocument): Panel | null {
  const { panels, charger } = document;
  return (
    circuitOf(document, charger?.circuit)?.panel ?? panels.find((p) => p.id === charger?.panel) ?? panels[0] ?? null
  );
}

/** The feeders that lead to a panel, the first one in front. */
function feedersTo(document: CaseDocument, panel: Panel | null): FeederSpec[] {
  return panelsTo(document, panel)
    .filter((panel) => !onSupply(panel))
    .map(({ id, name, feeder }) => ({
      name: name ?? id,
      conductor: feeder?.conductor ?? null,
      length: feeder?.length ?? null,
    }));
}

/** A circuit that is there and is reused: its conductor stays. */
export interface KeptCircuit {
  conductor: Conductor;
  poles?: number | undefined;
}

/** What a case says of its charging circuit, whatever its current: the specification, and its key among designs. */
interface SpecOfCase {
  spec: Omit<CircuitSpec, "chargeA">;
  key: string;
}

/** Cases are never changed in place, and the judge designs a circuit of the same case for many currents. */
const specs = new WeakMap<CaseDocument, SpecOfCase | null>();

function specOfCase(document: CaseDocument, codebook: Codebook): SpecOfCase | null {
  const known = specs.get(document);
  if (known !== undefined) return known;
  const run = chargerRun(document);
  let made: SpecOfCase | null = null;
  if (run?.segments?.length) {
    const spec = {
      ...specAlong(document, codebook, run, startOf(document)),
      phases: chargerPhases(document),
      hasNeutral: hasNeutral(document),
    };
    made = { spec, key: keyOf(spec, codebook) };
  }
  specs.set(document, made);
  return made;
}

/** The specification of a case's charging circuit; null where no run of it has been entered. */
export function askedOf(
  document: CaseDocument,
  codebook: Codebook,
  chargeA: number,
  kept?: KeptCircuit,
): CircuitSpec | null {
  const found = specOfCase(document, codebook);
  return found && specFor(found, chargeA, kept);
}

const specFor = ({ spec }: SpecOfCase, chargeA: number, kept?: KeptCircuit): CircuitSpec => ({
  ...spec,
  ...(kept && (kept.poles ?? 1) < 3 && { phases: 1 as const }),
  chargeA,
  kept: kept?.conductor,
});

/** What a feeder is to carry: by the rules' counting, and for hours, A. */
export interface FeederCurrent {
  countsA: number;
  carriesA: number;
}

/** The specification of the feeder of a panel along the run that renews it; null where no such run was entered. */
export function askedOfFeeder(
  document: CaseDocument,
  codebook: Codebook,
  panel: Panel,
  { countsA, carriesA }: FeederCurrent,
): CircuitSpec | null {
  const { run, panels } = document;
  if (run?.feeds !== panel.id || !run.segments?.length) return null;
  const from = panels.find(({ id }) => id === panel.fedFrom) ?? null;
  return { ...specAlong(document, codebook, run, from), chargeA: carriesA, plug: false, feederCountsA: countsA };
}

/** What a run and the job say of whatever is laid along it. @param start the panel that it starts from */
function specAlong(
  document: CaseDocument,
  { circuit, outlets }: Codebook,
  run: Run,
  start: Panel | null,
): Omit<CircuitSpec, "chargeA"> {
  const { options, supply, charger } = document;
  return {
    segments: laidSegments(run),
    conductorType: run.conductorType,
    leastSize: run.leastSize,
    ambientC: run.ambientC,
    grouped: run.grouped,
    terminalC: run.terminalC ?? Number(options?.terminalColumn ?? circuit.usualTerminalC),
    plug: charger?.connection === "plug",
    plugDeviceA: charger?.plug && outlets[charger.plug]?.mostDeviceA,
    aluminium: options?.allowAluminium ?? false,
    deviceSetting: options?.ukDeviceA,
    system: supply.system,
    earthing: supply.earthing,
    zeOhm: supply.zeOhm,
    feeders: feedersTo(document, start),
  };
}

/** Runs of a case are never changed in place: what was designed for one stays with it. */
const designed = new WeakMap<Run, Map<string, CircuitDesign | DesignRefusal>>();

/** The key of a specification among the designs of its run; its segments are those of the run. */
function keyOf(spec: Omit<CircuitSpec, "chargeA">, codebook: Codebook): string {
  const { segments: _, ...rest } = spec;
  return `${codebook.id} ${JSON.stringify(rest)}`;
}

/**
 * The design of a case's charging circuit for one current, along the run.
 * @param kept a circuit that is reused
 * @returns null where no run has been entered
 */
export function designFor(
  document: CaseDocument,
  codebook: Codebook,
  chargeA: number,
  kept?: KeptCircuit,
): CircuitDesign | DesignRefusal | null {
  const found = specOfCase(document, codebook);
  if (!found) return null;
  const key = `${chargeA} ${kept ? JSON.stringify(kept) : ""} ${found.key}`;
  return designOnce(document, codebook, key, () => specFor(found, chargeA, kept));
}

/** The design of a panel's feeder along the run that renews it; null where no such run was entered. */
export function designForFeeder(
  document: CaseDocument,
  codebook: Codebook,
  panel: Panel,
  current: FeederCurrent,
): CircuitDesign | DesignRefusal | null {
  const asked = askedOfFeeder(document, codebook, panel, current);
  return asked && designOnce(document, codebook, keyOf(asked, codebook), () => asked);
}

/** A design that was made before for the same run is not made again. */
function designOnce(
  { run }: CaseDocument,
  codebook: Codebook,
  key: string,
  asked: () => CircuitSpec,
): CircuitDesign | DesignRefusal | null {
  if (!run) return null;
  const known = designed.get(run) ?? new Map<string, CircuitDesign | DesignRefusal>();
  designed.set(run, known);
  const found = known.get(key) ?? designCircuit(codebook.circuit, asked());
  known.set(key, found);
  return found;
}
