/** The faults of a home, by the rules that all books share and those of its own. */
import { answerTo } from "#core/case/document/confirmations.ts";
import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import type { Requirements } from "#core/estimate/requirements.ts";
import { askedByNote } from "#core/rules/findings/notes.ts";
import type {
  FindingRule,
  FoundFault,
  PathFault,
  RepairedHome,
  Severity,
  SurveyFinding,
} from "#core/rules/findings/types.ts";
import type { Home, PathTarget } from "#core/rules/home.ts";
import { capital } from "#core/words.ts";
import { commonFindings } from "./common.ts";

const rulesOf = ({ codebook }: Home): readonly FindingRule[] => [...commonFindings, ...codebook.findings];

/** The things of a home that are looked at. */
interface Looked {
  panels: readonly Panel[];
  circuits: readonly Circuit[];
  outlets: readonly Outlet[];
}

interface AnyMend {
  requires: Requirements;
  of(home: Home, thing: unknown, target: PathTarget, found: FoundFault): RepairedHome | null;
}

type Things = { [At in FindingRule["at"]]: readonly unknown[] };

const WEIGHT: Record<Severity, number> = { stop: 0, fix: 1, note: 2 };

function lookFor(rules: readonly FindingRule[], home: Home, target: PathTarget, looked: Looked): PathFault[] {
  const nothing = [null];
  const things: Things = {
    supply: nothing,
    charger: nothing,
    panel: looked.panels,
    feeder: looked.panels.filter((p) => !onSupply(p)),
    circuit: looked.circuits,
    outlet: looked.outlets,
  };
  const faults: PathFault[] = [];
  for (const rule of rules) {
    // Which things a rule is given follows from its own `at`.
    const check = rule.check as (home: Home, thing: unknown, target: PathTarget) => readonly FoundFault[];
    const mend = rule.mend as AnyMend | undefined;
    for (const thing of things[rule.at])
      for (const found of check(home, thing, target)) {
        const { code, severity, reason } = rule;
        const todo = typeof rule.todo === "string" ? rule.todo : rule.todo(home.codebook.words);
        faults.push({
          finding: { code, severity, text: capital(found.text), rule: found.rule ?? rule.rule, todo, link: found.link },
          reason,
          isExtra: rule.isExtra === true,
          mend(at, end) {
            const mended = mend?.of(at, thing, end, found);
            return mended && mend ? { requires: mend.requires, ...mended } : null;
          },
        });
      }
  }
  return faults;
}

/** The faults on one path: of the supply, of the panels on the way, of the circuit, outlet and charger at its end. */
export const faultsOnPath = (home: Home, target: PathTarget, panels: readonly Panel[]): PathFault[] =>
  lookFor(rulesOf(home), home, target, {
    panels,
    circuits: target.circuit ? [target.circuit] : [],
    outlets: target.outlet ? [target.outlet] : [],
  });

/** The findings that stop the job, wherever they are in the home. */
export function stopsIn(home: Home): SurveyFinding[] {
  const stops = rulesOf(home).filter((rule) => rule.severity === "stop" && !rule.pathOnly);
  const { panels, outlets = [] } = home.document;
  const circuits = panels.flatMap((p) => p.circuits ?? []);
  const nowhere = { panel: null, circuit: null, outlet: null };
  return lookFor(stops, home, nowhere, { panels, circuits, outlets }).map((fault) => fault.finding);
}

/** Every finding of a home, what stops the job first; `target` is where the charger's path ends today. */
export function surveyFindings(home: Home, target: PathTarget, onPath: readonly Panel[]): SurveyFinding[] {
  const rules = rulesOf(home);
  const { panels, outlets = [] } = home.document;
  const everywhere = lookFor(
    rules.filter((r) => !r.pathOnly),
    home,
    target,
    { panels, circuits: panels.flatMap((p) => p.circuits ?? []), outlets },
  );
  const pathOnly = lookFor(
    rules.filter((r) => r.pathOnly),
    home,
    target,
    {
      panels: onPath,
      circuits: target.circuit ? [target.circuit] : [],
      outlets: target.outlet ? [target.outlet] : [],
    },
  );
  return [...everywhere, ...pathOnly]
    .map(({ finding }) => withAnswer(finding, home.document))
    .sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]);
}

/** A note asks the person on site whether it was seen to; what must be put right is changed in the case instead. */
function withAnswer(finding: SurveyFinding, document: CaseDocument): SurveyFinding {
  if (finding.severity !== "note") return finding;
  const asked = askedByNote(finding);
  const answer = answerTo(asked, document);
  return { ...finding, asked, ...(answer && { answer }) };
}
