/** Laws between the fields of a case. */

import { onSupply } from "#core/case/document/lookups.ts";
import type { InputProblem } from "#core/case/document/problems.ts";
import { MOST } from "#core/case/document/schema.ts";
import type { CaseDocument, RunSegment } from "#core/case/document/types.ts";
import { typeOf } from "#core/circuit/design.ts";
import { groupEndProblem, mainOnBusProblem } from "#core/panel/limits.ts";
import { placeProblem, takesSpace } from "#core/panel/slots.ts";
import { isSimple, type Point } from "#core/place/geometry.ts";
import type { CircuitRules } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showPercent } from "#core/units.ts";
import { lower } from "#core/words.ts";
import { logProblems } from "./log-problems.ts";

/**
 * Broken laws between the fields of a case: unique ids, references to existing things, kinds of the rule set, devices
 * without overlap. It expects a case of sound shape.
 */
export function lawProblems(document: CaseDocument): InputProblem[] {
  const problems: InputProblem[] = [];
  const codebook = codebookOf(document.rules);
  const say = (path: string, message: string) => problems.push({ path, message });
  const repeated = (path: string, ids: string[]) => {
    const seen = new Set<string>();
    ids.forEach((id, i) => {
      if (seen.has(id)) say(`${path}[${i}].id`, `"${id}" is used twice`);
      seen.add(id);
    });
    return seen;
  };

  if (!codebook.systems.includes(document.supply.system))
    say("supply.system", `is not a supply of these rules (${codebook.systems.join(", ")})`);

  const loadIds = repeated(
    "loads",
    document.loads.map((l) => l.id),
  );
  const panelIds = repeated(
    "panels",
    document.panels.map((p) => p.id),
  );
  const circuits = document.panels.flatMap((p) => p.circuits ?? []);
  const circuitIds = new Set(circuits.map((c) => c.id));

  const pieces = document.loads.reduce((n, l) => n + (l.quantity ?? 1), 0);
  if (pieces > MOST.pieces) say("loads", `must be at most ${MOST.pieces} in all, each as often as it is there`);
  let exclusions = 0;
  document.loads.forEach((load, i) => {
    for (const field of ["interlockedWith", "waitsFor"] as const) {
      const other = load[field];
      if (other !== undefined && ++exclusions > MOST.exclusions)
        say(`loads[${i}].${field}`, `at most ${MOST.exclusions} loads may share a circuit or wait for another`);
      if (other !== undefined && (!loadIds.has(other) || other === load.id))
        say(`loads[${i}].${field}`, `no other load "${other}"`);
    }
    (load.managed ?? []).forEach(({ at }, k) => {
      if (at !== "supply" && !panelIds.has(at)) say(`loads[${i}].managed[${k}].at`, `no panel "${at}"`);
    });
    const kind = codebook.loadKinds.find((k) => k.kind === load.kind);
    if (!kind) say(`loads[${i}].kind`, `"${load.kind}" is not a load kind of ${codebook.name}`);
    else if (load.va === undefined && load.amps === undefined && kind.fixedVA === undefined)
      say(`loads[${i}].va`, "is required (or amps and volts)");
    if (load.panel !== undefined && !panelIds.has(load.panel)) say(`loads[${i}].panel`, `no panel "${load.panel}"`);
  });
  const { waitsFor } = document.charger ?? {};
  if (waitsFor !== undefined && !document.loads.some((l) => l.id === waitsFor && l.kind !== "ev-charger"))
    say("charger.waitsFor", `no load "${waitsFor}" that could go first`);
  document.panels.forEach((panel, i) => {
    const from = panel.fedFrom ?? "supply";
    if (from !== "supply" && !panelIds.has(from)) say(`panels[${i}].fedFrom`, `no panel "${from}"`);
    else if (feedsItself(document, panel.id)) say(`panels[${i}].fedFrom`, "leads round in a circle");
    repeated(
      `panels[${i}].circuits`,
      (panel.circuits ?? []).map((c) => c.id),
    );
    const at = `panels[${i}]`;
    if ((panel.linkedOut ?? 0) > (panel.spaces ?? Number.POSITIVE_INFINITY))
      say(`${at}.linkedOut`, `must be at most its ${panel.spaces} ${codebook.words.spaces}`);
    const main = mainOnBusProblem(panel.mainA, panel.busA);
    if (main) say(`${at}.mainA`, main);
    if (panel.feeder?.circuit && !circuitIds.has(panel.feeder.circuit))
      say(`${at}.feeder.circuit`, `no circuit "${panel.feeder.circuit}"`);
    else if (panel.feeder?.circuit && panel.circuits?.some(({ id }) => id === panel.feeder?.circuit))
      say(`${at}.feeder.circuit`, "is a circuit of the panel that it feeds: a feeder starts from another panel");
    (panel.rcdGroups ?? []).forEach((group, k) => {
      const end = groupEndProblem(group, panel.spaces);
      if (end) say(`${at}.rcdGroups[${k}].to`, end);
    });
    // An abandoned device may overlap the space of a planned one.
    const standing = (panel.circuits ?? []).filter((c) => c.status !== "abandoned" && takesSpace(c));
    (panel.circuits ?? []).forEach((circuit, k) => {
      if (circuit.position !== undefined && standing.includes(circuit)) {
        const others = standing.filter((c) => c !== circuit);
        const wrong = placeProblem(circuit, others, panel.spaces, codebook);
        if (wrong) say(`${at}.circuits[${k}].position`, wrong);
      }
      (circuit.loads ?? []).forEach((id, n) => {
        if (!loadIds.has(id)) say(`panels[${i}].circuits[${k}].loads[${n}]`, `no load "${id}"`);
      });
    });
  });
  for (const list of ["waits", "pastWaits"] as const)
    repeated(`progress.${list}`, document.progress?.[list]?.map((wait) => wait.id) ?? []);
  (document.enquiry?.trip?.running ?? []).forEach((load, i) => {
    if (!loadIds.has(load)) say(`enquiry.trip.running[${i}]`, `no load "${load}"`);
  });
  problems.push(
    ...feedsProblems(document),
    ...runProblems(document, codebook),
    ...placeProblems(document),
    ...logProblems(document, codebook),
  );
  const { panel, circuit: fedBy, outlet: pluggedInto, load: standsFor } = document.charger ?? {};
  const outletIds = repeated(
    "outlets",
    (document.outlets ?? []).map((o) => o.id),
  );
  if (panel !== undefined && !panelIds.has(panel)) say("charger.panel", `no panel "${panel}"`);
  if (fedBy !== undefined && !circuitIds.has(fedBy)) say("charger.circuit", `no circuit "${fedBy}"`);
  if (pluggedInto !== undefined && !outletIds.has(pluggedInto)) say("charger.outlet", `no outlet "${pluggedInto}"`);
  if (standsFor !== undefined && !loadIds.has(standsFor)) say("charger.load", `no load "${standsFor}"`);
  const { plug } = document.charger ?? {};
  if (plug !== undefined && !codebook.outlets[plug]) say("charger.plug", `is not a plug of ${codebook.name}`);
  if (circuits.length > MOST.circuitsInAll) say("panels", `must have at most ${MOST.circuitsInAll} circuits in all`);
  (document.outlets ?? []).forEach((outlet, i) => {
    if (outlet.circuit && !circuitIds.has(outlet.circuit))
      say(`outlets[${i}].circuit`, `no circuit "${outlet.circuit}"`);
    if (outlet.sharedWith && !loadIds.has(outlet.sharedWith))
      say(`outlets[${i}].sharedWith`, `no load "${outlet.sharedWith}"`);
  });
  if (document.options?.loadMethod && !codebook.methods.some((m) => m.id === document.options?.loadMethod))
    say("options.loadMethod", `is not a method of ${codebook.name}`);
  return problems;
}

/** A run feeds a panel of the home that another panel feeds. */
function feedsProblems({ run, panels }: CaseDocument): InputProblem[] {
  if (run?.feeds === undefined) return [];
  const panel = panels.find(({ id }) => id === run.feeds);
  if (!panel) return [{ path: "run.feeds", message: `no panel "${run.feeds}"` }];
  if (onSupply(panel))
    return [
      {
        path: "run.feeds",
        message: `"${run.feeds}" is on the supply: a run renews the feeder of a panel behind another one`,
      },
    ];
  return [];
}

/** Methods and conductor types are those of the rules, and go together. */
function runProblems({ run, otherRuns = [] }: CaseDocument, codebook: Codebook): InputProblem[] {
  return [
    ...problemsOfRun(run, "run", codebook),
    ...otherRuns.flatMap((other, i) => problemsOfRun(other, `otherRuns[${i}]`, codebook)),
  ];
}

function problemsOfRun(run: CaseDocument["run"], at: string, { circuit, name, survey }: Codebook): InputProblem[] {
  const problems: InputProblem[] = [];
  if (run?.leastSize !== undefined && !survey.conductorSizes.includes(run.leastSize))
    problems.push({ path: `${at}.leastSize`, message: `"${run.leastSize}" is not a size of ${name}` });
  const unknownType = (type: string | undefined, path: string) => {
    const unknown = type !== undefined && !circuit.types.some((t) => t.id === type);
    if (unknown) problems.push({ path, message: `"${type}" is not a conductor type of ${name}` });
    return unknown;
  };
  const ofRun = unknownType(run?.conductorType, `${at}.conductorType`);
  (run?.segments ?? []).forEach((segment, i) => {
    const path = `${at}.segments[${i}]`;
    const method = circuit.methods.find((m) => m.id === segment.method);
    if (!method) problems.push({ path: `${path}.method`, message: `"${segment.method}" is not a method of ${name}` });
    if (unknownType(segment.conductorType, `${path}.conductorType`) || ofRun || !method) return;
    problems.push(...racewayProblems(segment, `${path}.raceway`, circuit));
    const type = circuit.types.find((t) => t.id === typeOf(circuit, segment, run?.conductorType));
    if (type && !type.methods.includes(method.id))
      problems.push({ path, message: `${type.name} is not run like this: ${lower(method.name)}` });
  });
  return problems;
}

/** A raceway that is there is of a size that is made, and no smaller than what lies in it. */
function racewayProblems(segment: RunSegment, path: string, circuit: CircuitRules): InputProblem[] {
  const { raceway } = segment;
  if (!raceway || circuit.raceways.length === 0) return [];
  const trade = raceway.trade.trim();
  if (!circuit.raceways.some((made) => made === trade || made === `${trade} in`))
    return [{ path: `${path}.trade`, message: `must be one of: ${circuit.raceways.join(", ")}` }];
  const fill = circuit.racewayFill(segment);
  return fill && exceeds(fill.share, fill.most)
    ? [
        {
          path: `${path}.holds`,
          message: `fill ${showPercent(fill.share)} of a ${trade.replace(/ in$/, "")} in raceway; ${showPercent(fill.most)} is allowed`,
        },
      ]
    : [];
}

/** Outlines are simple, ids are unique. */
function placeProblems({ place }: CaseDocument): InputProblem[] {
  const problems: InputProblem[] = [];
  const { solids = [], parking = [] } = place ?? {};
  for (const [name, things] of [
    ["solids", solids],
    ["parking", parking],
  ] as const)
    things.forEach(({ id }, i) => {
      if (things.findIndex((t) => t.id === id) < i)
        problems.push({ path: `place.${name}[${i}].id`, message: `"${id}" is used twice` });
    });
  const corners = solids.reduce((n, s) => n + s.points.length, 0);
  if (corners > MOST.cornersInAll)
    return [...problems, { path: "place.solids", message: `must have at most ${MOST.cornersInAll} corners in all` }];
  solids.forEach(({ points }, i) => {
    if (points.length < 3 || !isSimple(points.map(([x = 0, y = 0]): Point => [x, y])))
      problems.push({
        path: `place.solids[${i}].points`,
        message: "must be an outline whose sides do not cross or touch",
      });
  });
  return problems;
}

function feedsItself(document: CaseDocument, id: string): boolean {
  const from = new Map(document.panels.map((p) => [p.id, p.fedFrom ?? "supply"]));
  let at = from.get(id);
  for (let steps = 0; at !== undefined && at !== "supply"; steps++) {
    if (at === id || steps > from.size) return true;
    at = from.get(at);
  }
  return false;
}
