/** Faults of the survey that decide a job, each with its rule and what to do; one small check a code. */
import { type CaseDocument, type Panel, PERMISSIONS, type PermissionFrom } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";
import { type PanelLimit, terminalC } from "../demand/feeders.ts";
import type { Calculation } from "../demand/types.ts";
import type { SpaceCount } from "../panel/spaces.ts";
import { showA } from "../units.ts";
import { SEEN_FAULTS, type SeenCode } from "./seen.ts";

export type FindingCode =
  | "rating-unknown"
  | "panel-full"
  | "panel-obsolete"
  | "panel-unsafe"
  | "bus-overloaded"
  | "tails-undersized"
  | "looped-supply"
  | "rcd-type-ac"
  | "surge-protection-missing"
  | "enclosure-combustible"
  | "outlet-ungrounded"
  | "outlet-plain-splitter"
  | "feeder-undersized"
  | "conductor-undersized"
  | "lost-pen-unprotected"
  | "dc-protection-missing"
  | "already-overloaded"
  | "service-below-minimum"
  | "emergency-disconnect-missing"
  | "permission-refused";

export interface SurveyFinding {
  code: FindingCode | SeenCode;
  severity: "stop" | "fix" | "note";
  text: string;
  rule: string;
  /** What to do about it. */
  todo: string;
}

export interface FindingInput {
  document: CaseDocument;
  codebook: Codebook;
  ratingA: number;
  calculation: Calculation;
  panel: Panel | null;
  spaces: SpaceCount | null;
  feeders: readonly PanelLimit[];
}

const WHAT_TO_DO: Record<FindingCode, string> = {
  "rating-unknown": "Read the label, or ask the utility or network operator",
  "panel-full": "Make room, fit a larger one, or give the charger a board of its own",
  "panel-obsolete": "Change it, or leave it alone beside a separate board",
  "panel-unsafe": "Isolate it and make it safe first; only a licensed person decides that it is",
  "bus-overloaded": "A smaller main or source, a larger bus, or the charger held back by management",
  "tails-undersized": "Have the tails renewed before any load is added",
  "looped-supply": "Ask the network operator to separate the two homes; it takes weeks, so ask now",
  "rcd-type-ac": "Give the charger a device ahead of it, or change it for type A or better",
  "surge-protection-missing": "Offer it with the work and write down what the owner decides",
  "enclosure-combustible": "Keep new equipment out of it; offer a metal one",
  "outlet-ungrounded": "Do not charge from it; a grounded receptacle needs a new conductor",
  "outlet-plain-splitter": "Take it away; a splitter with an interlock is another thing",
  "feeder-undersized": "Keep new load off it, manage the charger below it, or renew the feeder",
  "conductor-undersized": "Fit a device that its conductor allows, or renew the conductor along its whole length",
  "lost-pen-unprotected": "Choose a charger or unit that opens line, neutral and earth, or prove an electrode",
  "dc-protection-missing": "Fit a type B RCD, or a charger with 6 mA DC detection",
  "already-overloaded": "Measure the demand before anything is promised; plan for a larger supply",
  "service-below-minimum": "Plan a service change; no new load on this one without the authority's word",
  "emergency-disconnect-missing": "Plan it with any work at the service",
  "permission-refused": "Do no work; talk to them, or let the job go",
};

type Check = (input: FindingInput) => SurveyFinding[];
const finding = (
  when: unknown,
  code: FindingCode,
  severity: SurveyFinding["severity"],
  text: string,
  rule: string,
): SurveyFinding[] => (when ? [{ code, severity, text, rule, todo: WHAT_TO_DO[code] }] : []);

const WHO: Record<PermissionFrom, string> = {
  owner: "The owner of the home",
  association: "The association or managing agent",
  authority: "The utility, network operator or authority",
};

const either: Check[] = [
  ({ document }) =>
    PERMISSIONS.filter((from) => document.enquiry?.permissions?.[from] === "refused").flatMap((from) =>
      finding(true, "permission-refused", "stop", `${WHO[from]} has refused`, "Consent before work"),
    ),
  ({ document, codebook, ratingA }) =>
    finding(
      document.supply.ratingA === null,
      "rating-unknown",
      "fix",
      `The supply rating could not be read: ${showA(ratingA)} is taken until it is confirmed`,
      codebook.sections.supplyRating,
    ),
  ({ spaces, codebook }) =>
    finding(
      spaces && spaces.placeAt === null,
      "panel-full",
      "fix",
      `No room for the charger's device: ${spaces?.free} of ${spaces?.total} ${codebook.words.spaces} free`,
      codebook.sections.panelRoom,
    ),
  ({ document, codebook }) =>
    document.panels.flatMap((panel) => {
      const name = panel.name ?? codebook.words.panel;
      if (panel.condition === "obsolete")
        return finding(
          true,
          "panel-obsolete",
          "fix",
          `${name} is of an obsolete type: do not disturb it, do not add to it`,
          codebook.sections.soundPanel,
        );
      return finding(
        panel.condition === "unsafe",
        "panel-unsafe",
        "stop",
        `${name} is unsafe: it is made safe before anything else`,
        codebook.sections.soundPanel,
      );
    }),
  ({ feeders }) =>
    feeders
      .filter((f) => f.headroomA < 0)
      .flatMap((f) =>
        finding(
          true,
          f.kind === "feeder" ? "feeder-undersized" : "bus-overloaded",
          "fix",
          `The ${f.name} (${showA(f.ratingA)}) already carries ${showA(f.demandA)}`,
          f.explain.rule,
        ),
      ),
  ({ document, codebook }) =>
    document.panels.flatMap((panel) => {
      const feeder = panel.feeder;
      const rated = feeder?.conductor ? codebook.conductor(feeder.conductor, terminalC(document)) : null;
      return finding(
        rated && feeder?.ratingA && feeder.ratingA > rated.mostDeviceA,
        "feeder-undersized",
        "fix",
        `The feeder of ${panel.name ?? panel.id} stands behind ${showA(feeder?.ratingA ?? 0)}, more than its conductor allows: ${rated?.cited.numbers}`,
        rated?.cited.rule ?? "",
      );
    }),
  ({ document, codebook }) =>
    document.panels.flatMap((panel) =>
      (panel.circuits ?? []).flatMap((circuit) => {
        const rated = circuit.conductor ? codebook.conductor(circuit.conductor, terminalC(document)) : null;
        return finding(
          rated && circuit.ratingA && circuit.ratingA > rated.mostDeviceA,
          "conductor-undersized",
          "fix",
          `"${circuit.label ?? circuit.id}" stands behind ${showA(circuit.ratingA ?? 0)}, more than its conductor allows: ${rated?.cited.numbers}`,
          rated?.cited.rule ?? "",
        );
      }),
    ),
  ({ document, codebook }) =>
    (document.outlets ?? []).flatMap((outlet) =>
      finding(
        outlet.plainSplitter,
        "outlet-plain-splitter",
        "fix",
        `A plain Y-lead on the ${codebook.words.outlet}${outlet.place ? ` (${outlet.place})` : ""}: without an interlock both loads can run at once; take it away`,
        codebook.sections.outletLoading,
      ),
    ),
  ({ calculation, ratingA }) =>
    finding(
      calculation.headroomA < 0,
      "already-overloaded",
      "fix",
      `The demand of ${showA(calculation.demandA)} is over the supply of ${showA(ratingA)} before any charger`,
      calculation.rule,
    ),
];

/** Main device and back-fed sources on one bus (705.12): sources at 125 % of their output. */
const busLoading: Check = ({ document, ratingA }) =>
  document.panels.flatMap((panel) => {
    const sources = (panel.circuits ?? []).flatMap((c) => (c.backfeed ? [c.backfeed] : []));
    const mainA = panel.mainA ?? panel.feeder?.ratingA ?? ratingA;
    if (!panel.busA) return [];
    const outputA = sources.reduce((t, s) => t + s.outputA, 0);
    const share = sources.length > 0 && sources.every((s) => s.oppositeEnd) ? 1.2 : 1;
    const loadedA = mainA + 1.25 * outputA;
    return finding(
      loadedA > panel.busA * share + 1e-9,
      "bus-overloaded",
      "fix",
      sources.length > 0
        ? `${panel.name ?? "Panel"}: main ${showA(mainA)} + 1.25 x ${showA(outputA)} of sources = ${showA(loadedA)}, over ${share === 1.2 ? "120 %" : "100 %"} of the ${showA(panel.busA)} bus`
        : `${panel.name ?? "Panel"}: a main device of ${showA(mainA)} on a bus of ${showA(panel.busA)}`,
      sources.length > 0 ? "NEC 705.12" : "NEC 408.36",
    );
  });

const northAmerica: Check[] = [
  busLoading,
  ({ document, codebook }) => {
    const least = codebook.leastSupplyA;
    const read = document.supply.ratingA;
    return finding(
      least && read !== null && read < least.value && document.dwelling.kind !== "apartment",
      "service-below-minimum",
      "fix",
      `A one-family dwelling's service is at least ${least?.value} A; this one is ${read} A`,
      least?.rule ?? "",
    );
  },
  ({ document }) =>
    (document.outlets ?? []).flatMap((outlet) =>
      finding(
        outlet.type === "10-30" || outlet.type === "10-50" || outlet.grounded === false,
        "outlet-ungrounded",
        "fix",
        `The ${outlet.type} receptacle${outlet.place ? ` (${outlet.place})` : ""} has no equipment ground and cannot feed a charger`,
        "NEC 250.114, 406.4",
      ),
    ),
  ({ document }) =>
    finding(
      document.supply.emergencyDisconnect === false,
      "emergency-disconnect-missing",
      "note",
      "No emergency disconnect outdoors: it is due when the service is replaced",
      "NEC 230.85",
    ),
];

const TAILS_MM2 = [
  { mm2: 10, upToA: 60 },
  { mm2: 16, upToA: 80 },
  { mm2: 25, upToA: 100 },
  { mm2: 35, upToA: 125 },
] as const;

/** A type AC device anywhere on a board, single or over a group of ways. */
export const hasTypeAc = (panel: Panel | null): boolean =>
  [...(panel?.circuits ?? []), ...(panel?.rcdGroups ?? [])].some((device) => device.rcd === "AC");

const unitedKingdom: Check[] = [
  ({ document }) =>
    finding(
      document.supply.looped,
      "looped-supply",
      "stop",
      "The neighbour is fed through this cut-out: no charger until the operator has separated it",
      "Network operator's conditions of supply",
    ),
  ({ document, ratingA }) => {
    const size = Number.parseFloat(document.supply.conductor?.size ?? "");
    const tails = [...TAILS_MM2].reverse().find((t) => t.mm2 <= size);
    return finding(
      size > 0 && (tails?.upToA ?? 0) < ratingA,
      "tails-undersized",
      "fix",
      `${size} mm² tails behind a ${ratingA} A cut-out: ${ratingA <= 80 ? 16 : 25} mm² are needed`,
      "BS 7671 434.3, network operator's tails",
    );
  },
  ({ panel }) =>
    finding(
      hasTypeAc(panel),
      "rcd-type-ac",
      "fix",
      "A type AC RCD may not stand upstream of a charger",
      "BS 7671 722.531.3",
    ),
  ({ document }) =>
    document.panels.flatMap((panel) =>
      finding(
        panel.surgeProtection === false,
        "surge-protection-missing",
        "note",
        `${panel.name ?? "The board"} has no surge protection: offer it, record a refusal`,
        "BS 7671 443.4",
      ),
    ),
  ({ document }) =>
    document.panels.flatMap((panel) =>
      finding(
        /plastic|combustible|wood/i.test(panel.enclosure ?? ""),
        "enclosure-combustible",
        "note",
        `${panel.name ?? "The board"} stands in a combustible enclosure; a new one would not`,
        "BS 7671 421.1.201",
      ),
    ),
  ({ document }) =>
    finding(
      document.supply.earthing === "tn-c-s" && document.charger?.lostPenDetection === false,
      "lost-pen-unprotected",
      "fix",
      "A lost combined neutral-and-earth conductor can put mains voltage on the car body: fit detection or an electrode",
      "BS 7671 722.411.4.1",
    ),
  ({ document }) =>
    finding(
      document.charger?.dcDetection === false,
      "dc-protection-missing",
      "fix",
      "No 6 mA DC detection in the charger: a type B RCD is needed",
      "BS 7671 722.531.3",
    ),
];

const CHECKS = { us: [...either, ...northAmerica], uk: [...either, ...unitedKingdom] } as const;
const WEIGHT = { stop: 0, fix: 1, note: 2 } as const;

/** All findings of a case, what stops the job first. */
export function surveyFindings(input: FindingInput): SurveyFinding[] {
  const { region } = input.codebook;
  const seen = SEEN_FAULTS.filter((f) => input.document.survey?.seen?.includes(f.code)).map(
    ({ code, severity, text, todo, rule }) => ({ code, severity, text, todo, rule: rule[region] }),
  );
  return [...CHECKS[region].flatMap((check) => check(input)), ...seen].sort(
    (a, b) => WEIGHT[a.severity] - WEIGHT[b.severity],
  );
}
