/** Problems that an edit would introduce into a case, phrased for the edited field. */
import { reach, type Schema } from "yup";
import { applyPatch, type Patch } from "#core/case/document/patch.ts";
import type { InputProblem } from "#core/case/document/problems.ts";
import { wholeCase } from "#core/case/document/schema.ts";
import { valueAt } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { lawProblems } from "./laws.ts";
import { problemsWith } from "./shape.ts";

/**
 * The page calls this before it makes an edit; the server checks the whole case with `caseProblems`.
 * @param before a case without problems of its shape
 * @param patch an edit that applies to it
 * @returns shape problems of the touched parts, or the newly broken laws between fields
 */
export function editProblems(before: CaseDocument, patch: Patch): InputProblem[] {
  const after = applyPatch(before, patch);
  const shape = patch.flatMap(({ path }) => partProblems(after, path));
  if (shape.length > 0) return shape;
  const broken = lawProblems(after);
  if (broken.length === 0) return [];
  const key = ({ path, message }: InputProblem) => `${path}\n${message}`;
  const already = new Set(lawProblems(before).map(key));
  return broken.filter((problem) => !already.has(key(problem)));
}

/** @returns the problem to show at a field, phrased to follow its label; null without one */
export function problemAt(pointer: string, problems: readonly InputProblem[]): string | null {
  const own = formatPath(pointer);
  const beside = own.slice(0, own.lastIndexOf("."));
  const isWithin =
    (outer: string) =>
    ({ path }: InputProblem) =>
      path.startsWith(`${outer}.`) || path.startsWith(`${outer}[`);
  const inside = problems.find(({ path }) => path === own) ?? problems.find(isWithin(own));
  if (inside) return inside.message;
  const nearest = problems.find(isWithin(beside)) ?? problems[0];
  return nearest ? `does not fit: ${nearest.message}` : null;
}

/** Problems of the part at a pointer, and of the list around it, which may have become too long. */
function partProblems(document: CaseDocument, pointer: string): InputProblem[] {
  const above = pointer.slice(0, pointer.lastIndexOf("/"));
  const container = above === "" ? document : valueAt(document, above);
  const own = problemsOf(pointer, valueAt(document, pointer), {});
  if (!Array.isArray(container)) return own;
  const isEntry = Number(pointer.slice(above.length + 1)) < container.length;
  return [...problemsOf(above, container, { recursive: false }), ...(isEntry ? own : [])];
}

function problemsOf(pointer: string, value: unknown, how: { recursive?: boolean }): InputProblem[] {
  const path = formatPath(pointer);
  let schema: Schema;
  try {
    schema = reach(wholeCase, path) as Schema;
  } catch {
    // The format keeps parts that it does not know.
    return [];
  }
  return problemsWith(schema, value, path, { abortEarly: false, ...how });
}

/** `/panels/0/mainA` as the open format's paths write it: `panels[0].mainA`. */
const formatPath = (pointer: string): string =>
  pointer
    .split("/")
    .slice(1)
    .map((key, i) => (/^\d+$/.test(key) ? `[${key}]` : i === 0 ? key : `.${key}`))
    .join("");
