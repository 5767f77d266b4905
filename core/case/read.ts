/** Reading a case from outside: text or parsed JSON in, a checked document and a report of unknown fields out. */
import { type AnyObject, ValidationError } from "yup";
import { codebookOf } from "../codebook/index.ts";
import { groupEndProblem, mainOnBusProblem } from "../panel/limits.ts";
import { placeProblem, takesSpace } from "../panel/slots.ts";
import { CaseRefused, type Problem } from "./problems.ts";
import { wholeCase } from "./schema.ts";
import type { CaseDocument } from "./types.ts";
import { upgradeCase } from "./upgrade.ts";

export interface ReadCase {
  document: CaseDocument;
  /** Paths of fields this version does not know. They are kept in the document and written back. */
  unknown: string[];
}

/**
 * Reads a case from JSON text.
 * @throws CaseRefused `not-json`, `not-a-case`, `newer-version` or `bad-field`, naming each offending path.
 */
export function readCaseText(text: string): ReadCase {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    const place = /position (\d+)/.exec(String(error))?.[1];
    const line = place ? text.slice(0, Number(place)).split("\n").length : undefined;
    throw new CaseRefused("not-json", [
      { path: "", message: `is not JSON${line ? `: it breaks off or goes wrong on line ${line}` : ""}` },
    ]);
  }
  return readCase(parsed);
}

/** Reads a case from parsed JSON; older versions are upgraded first. Throws as `readCaseText`. */
export function readCase(parsed: unknown): ReadCase {
  if (typeof parsed !== "object" || parsed === null || Array.isArray(parsed))
    throw new CaseRefused("not-a-case", [{ path: "", message: "is not a Heron case: it must be an object" }]);
  if ((parsed as AnyObject).format !== "heron-case")
    throw new CaseRefused("not-a-case", [{ path: "format", message: 'must be "heron-case"' }]);
  const upgraded = upgradeCase(parsed as AnyObject);
  const problems = caseProblems(upgraded);
  if (problems.length > 0) throw new CaseRefused("bad-field", problems);
  return { document: upgraded as unknown as CaseDocument, unknown: unknownPaths(wholeCase, upgraded, "") };
}

/** Everything wrong with a parsed case, by path; empty when it can be assessed. */
export function caseProblems(parsed: unknown): Problem[] {
  const shape = shapeProblems(parsed);
  return shape.length > 0 ? shape : consistencyProblems(parsed as CaseDocument);
}

function shapeProblems(parsed: unknown): Problem[] {
  try {
    wholeCase.validateSync(parsed, { strict: true, abortEarly: false });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const each = error.inner.length > 0 ? error.inner : [error];
    return each.map((e) => ({ path: e.path ?? "", message: plainMessage(e) }));
  }
}

function plainMessage(error: ValidationError): string {
  if (error.type === "nullable") return "must not be null";
  if (error.type === "typeError" && / must be a `/.test(error.message)) return "has the wrong type";
  return error.message;
}

/** Laws between fields: ids are unique, references lead somewhere, the kinds belong to the rule set. */
function consistencyProblems(document: CaseDocument): Problem[] {
  const problems: Problem[] = [];
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

  document.loads.forEach((load, i) => {
    const kind = codebook.loadKinds.find((k) => k.kind === load.kind);
    if (!kind) say(`loads[${i}].kind`, `"${load.kind}" is not a load kind of ${codebook.name}`);
    else if (load.va === undefined && load.amps === undefined && kind.fixedVA === undefined)
      say(`loads[${i}].va`, "is required (or amps and volts)");
    if (load.panel !== undefined && !panelIds.has(load.panel)) say(`loads[${i}].panel`, `no panel "${load.panel}"`);
  });
  document.panels.forEach((panel, i) => {
    const from = panel.fedFrom ?? "supply";
    if (from !== "supply" && !panelIds.has(from)) say(`panels[${i}].fedFrom`, `no panel "${from}"`);
    else if (feedsItself(document, panel.id)) say(`panels[${i}].fedFrom`, "leads round in a circle");
    repeated(
      `panels[${i}].circuits`,
      (panel.circuits ?? []).map((c) => c.id),
    );
    const at = `panels[${i}]`;
    const main = mainOnBusProblem(panel.mainA, panel.busA);
    if (main) say(`${at}.mainA`, `a main device ${main}`);
    if (panel.feeder?.circuit && !circuitIds.has(panel.feeder.circuit))
      say(`${at}.feeder.circuit`, `no circuit "${panel.feeder.circuit}"`);
    (panel.rcdGroups ?? []).forEach((group, k) => {
      const end = groupEndProblem(group, panel.spaces);
      if (end) say(`${at}.rcdGroups[${k}].to`, end);
    });
    // What is abandoned may stand in a place that is planned for something else.
    const standing = (panel.circuits ?? []).filter((c) => c.status !== "abandoned" && takesSpace(c));
    (panel.circuits ?? []).forEach((circuit, k) => {
      if (circuit.position !== undefined && standing.includes(circuit)) {
        const earlier = standing.slice(0, standing.indexOf(circuit));
        const wrong = placeProblem(circuit, earlier, panel.spaces, codebook.region);
        if (wrong) say(`${at}.circuits[${k}].position`, wrong);
      }
      (circuit.loads ?? []).forEach((id, n) => {
        if (!loadIds.has(id)) say(`panels[${i}].circuits[${k}].loads[${n}]`, `no load "${id}"`);
      });
    });
  });
  if (document.charger?.panel !== undefined && !panelIds.has(document.charger.panel))
    say("charger.panel", `no panel "${document.charger.panel}"`);
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

function feedsItself(document: CaseDocument, id: string): boolean {
  const from = new Map(document.panels.map((p) => [p.id, p.fedFrom ?? "supply"]));
  let at = from.get(id);
  for (let steps = 0; at !== undefined && at !== "supply"; steps++) {
    if (at === id || steps > from.size) return true;
    at = from.get(at);
  }
  return false;
}

/** Paths of fields that the schema does not name, depth first. */
function unknownPaths(schema: unknown, value: unknown, path: string): string[] {
  const node = schema as { fields?: Record<string, unknown>; innerType?: unknown };
  if (Array.isArray(value)) return value.flatMap((v, i) => unknownPaths(node.innerType, v, `${path}[${i}]`));
  // A part without named fields is a table with keys of its own.
  if (!node?.fields || Object.keys(node.fields).length === 0 || typeof value !== "object" || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => {
    const at = path ? `${path}.${key}` : key;
    return key in (node.fields as object) ? unknownPaths(node.fields?.[key], inner, at) : [at];
  });
}

/** Writes a case as the open format's JSON text; unknown fields included. */
export const writeCase = (document: CaseDocument): string => `${JSON.stringify(document, null, 1)}\n`;
