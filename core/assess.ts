/** Case in, assessment out: the one entry that the page, the server, the workers and the command line share. */
import type { CaseDocument, EvTreatment, MethodId, RuleSetId } from "./case/document/types.ts";
import { codebookOf } from "./codebook/index.ts";
import type { Codebook } from "./codebook/types.ts";
import { calculate, calculateAll, demandInput, governing } from "./demand/calculate.ts";
import { type PanelLimit, panelLimits } from "./demand/feeders.ts";
import type { Calculation } from "./demand/types.ts";
import { type SurveyFinding, surveyFindings } from "./findings/findings.ts";
import { type Missing, missingForVerdict } from "./missing.ts";
import { nightNeed } from "./need/need.ts";
import { onSupply } from "./panel/sub-panels.ts";
import { assumedFields, type SourcedField } from "./survey/sources.ts";
import { showA } from "./units.ts";
import type { Waterline } from "./waterline.ts";
import { judgeAll, situation } from "./ways/index.ts";
import { type Recommendation, recommend } from "./ways/recommend.ts";
import { currentThatFits, level } from "./ways/situation.ts";
import type { WayJudgement } from "./ways/types.ts";
import { type Why, why } from "./why.ts";

export interface Assessment {
  format: "heron-assessment";
  version: 1;
  rules: RuleSetId;
  supply: { ratingA: number; volts: number };
  calculations: Calculation[];
  /** Every panel with a feeder: what it carries and what is spare; the tightest decides with the supply. */
  feeders: PanelLimit[];
  governing: MethodId;
  governingBecause: string;
  headroomA: number;
  ways: WayJudgement[];
  recommended: Recommendation["way"];
  because: string;
  /** Design of the recommended way's circuit; null until it has been designed. */
  circuit: null;
  findings: SurveyFinding[];
  need: { energyPerDayKWh: number; hoursPerNight: number };
  missing: Missing[];
  /** Values of the survey that are only assumed until somebody confirms them. */
  assumed: SourcedField[];
  assumptions: string[];
  waterline: Waterline;
  explain: {
    ratingA: Why;
    energyPerDayKWh: Why;
    hoursPerNight: Why;
    governing: Why;
  };
}

/** The supply rating the calculation uses: as read, else the main panel's, else the smallest still met. */
function supplyRating(
  document: CaseDocument,
  codebook: Codebook,
): { ratingA: number; explain: Why; assumed: string[] } {
  const read = document.supply.ratingA;
  const main = document.panels.find(onSupply)?.mainA;
  const ratingA = read ?? (codebook.region === "us" && main ? main : codebook.unknownRatingA);
  const assumed = read === null ? [`Supply rating unknown: ${showA(ratingA)} is taken`] : [];
  return {
    ratingA,
    assumed,
    explain: why(
      codebook.words.supplyRating,
      showA(ratingA),
      {
        rule: codebook.sections.supplyRating,
        formula: read === null ? "not read yet: the smaller known figure is taken" : codebook.words.ratingReadOff,
        numbers: showA(ratingA),
      },
      assumed,
      ["A reading on site", "A larger supply from the utility"],
    ),
  };
}

/**
 * Assesses a checked case. Pure: the same case gives the same assessment.
 * @param document a case that has passed `readCase`
 */
export function assess(document: CaseDocument): Assessment {
  const codebook = codebookOf(document.rules);
  const supply = supplyRating(document, codebook);
  const input = demandInput(document, codebook, supply.ratingA);
  const calculations = calculateAll(codebook, input);
  const chosen = governing(calculations, document.options?.loadMethod);
  const method = codebook.methods.find((m) => m.id === chosen.method);
  const forced = chosen.method === document.options?.loadMethod;
  const governingBecause = forced ? "it was chosen for this job" : (method?.governsBecause ?? "");
  const need = nightNeed(document);
  const s = situation(document, codebook, supply.ratingA, input.volts, input.loads, chosen, need);
  const ways = judgeAll(s);
  const feeders = document.panels.flatMap((p) =>
    panelLimits(document, codebook, input.loads, p.id).filter((l) => l.panel === p.id),
  );
  const recommendation = recommend(ways, document.options?.policy ?? "least-work", need.energyPerDayKWh);
  const taken = ways.find((w) => w.way === recommendation.way);
  const assumed = assumedFields(document);
  return {
    format: "heron-assessment",
    version: 1,
    rules: document.rules,
    supply: { ratingA: supply.ratingA, volts: input.volts },
    calculations,
    feeders,
    governing: chosen.method,
    governingBecause,
    headroomA: chosen.headroomA,
    ways,
    recommended: recommendation.way,
    because: recommendation.because,
    circuit: null,
    findings: surveyFindings({
      document,
      codebook,
      ratingA: supply.ratingA,
      calculation: chosen,
      panel: s.panel,
      spaces: s.spaces,
      feeders,
    }),
    need: { energyPerDayKWh: need.energyPerDayKWh, hoursPerNight: need.hoursPerNight },
    missing: missingForVerdict(document, codebook),
    assumed,
    assumptions: [
      ...new Set([
        ...assumed.map((f) => `${f.label} ${f.value} is assumed, not read`),
        ...supply.assumed,
        ...chosen.assumptions,
        ...need.assumed,
        ...(taken?.explain.assumes ?? []),
      ]),
    ],
    waterline: taken?.level ?? level(s, 0),
    explain: {
      ratingA: supply.explain,
      ...need.explain,
      governing: why(
        "Governing method",
        chosen.name,
        {
          rule: chosen.rule,
          formula: "measured demand where it is valid, else the optional method that is allowed, else the standard one",
          numbers: `${chosen.name} governs: ${governingBecause}`,
        },
        chosen.assumptions,
        calculations
          .filter((c) => c !== chosen)
          .map((c) => (c.applies ? `${c.name}: ${showA(c.demandA)}` : `${c.name}: ${c.why}`)),
      ),
    },
  };
}

/**
 * Largest unmanaged charging current for each way the rules let a charger be counted, A; empty where there is only one.
 * Worked out apart from the assessment, as it is only asked for on the Demand step.
 */
export function largestUnmanaged(
  document: CaseDocument,
  { supply: { ratingA, volts }, governing }: Assessment,
): { treatment: EvTreatment; chargeA: number }[] {
  const codebook = codebookOf(document.rules);
  const method = codebook.methods.find((m) => m.id === governing);
  if (!method || !codebook.asksFor.evTreatment) return [];
  const need = nightNeed(document);
  return (["outside-125", "outside-100", "inside"] as const).map((evTreatment) => {
    const counted = { ...document, options: { ...document.options, evTreatment } };
    const input = demandInput(counted, codebook, ratingA);
    const s = situation(counted, codebook, ratingA, volts, input.loads, calculate(method, input), need);
    return { treatment: evTreatment, chargeA: currentThatFits(s, s.headroomA) };
  });
}
