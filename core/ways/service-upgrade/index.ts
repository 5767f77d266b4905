/** A larger service, cut-out fuse or another phase from the utility or network operator. */

import { withoutSources, withSupply } from "#core/case/document/change.ts";
import { onSupply, panelsTo } from "#core/case/document/lookups.ts";
import { wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { conductorName } from "#core/case/fields/names.ts";
import { type Requirements, requirements } from "#core/estimate/requirements.ts";
import { busThatCarries, renewedPanel } from "#core/findings/common.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { withArticle } from "#core/words.ts";
import type { JudgingContext, Proposal, RefusedProposal, Way } from "../types.ts";
import { carriesWanted, noRoomForBoard, onNewCircuit, untouchable, withOwnBoard } from "../work.ts";

/** What a larger supply takes, by its size: the operator's charge and the work beside it. */
const upgradeTakes = (kind: string): Requirements =>
  requirements(
    { [`upgrade:${kind}`]: 1, [`labour:upgrade:${kind}`]: 1 },
    "operator",
    "utility-visit",
    "permit",
    "inspection",
  );

/** Its conductors, main earth and bonding among them, where those that are there are too small. */
function conductorsTaken(
  { document: { supply: before }, codebook }: JudgingContext,
  after: CaseDocument["supply"],
  ratingA: number,
): Record<string, number> {
  const allowsA = before.conductor ? (codebook.supplyConductor.allows(before.conductor)?.ampacityA ?? 0) : 0;
  if (exceeds(ratingA, allowsA)) return { [`tails:${ratingA}:${after.conductor?.material ?? "cu"}`]: 1 };
  return after.mainEarthMm2 !== before.mainEarthMm2 || after.bonding !== before.bonding ? { bonding: 1 } : {};
}

const THREE_PHASE_BOARD = requirements({ "panel:three-phase": 1, "labour:panel:three-phase": 1 }, "order-panel");

interface Larger {
  ratingA: number;
  system: CaseDocument["supply"]["system"];
  name: string;
}

/** The available larger supplies, the smallest first. */
function largerSupplies({ document, codebook, home }: JudgingContext): Larger[] {
  const { system } = document.supply;
  const more = codebook.supplyRatingsA
    .filter((ratingA) => ratingA > home.supplyA)
    .map((ratingA) => ({ ratingA, system, name: withArticle(codebook.words.supplyOf(ratingA)) }));
  const other = codebook.largerSystem;
  return other && other.system !== system && system !== "two-legs-120-208"
    ? [...more, { ratingA: Math.max(other.ratingA, home.supplyA), system: other.system, name: other.name }]
    : more;
}

/** The home on a larger supply: conductors, main panel and what comes with them. */
export function homeOnSupply(
  { document, codebook, home }: Pick<JudgingContext, "document" | "codebook" | "home">,
  { ratingA, system }: Pick<Larger, "ratingA" | "system">,
): CaseDocument {
  const known = withoutSources(document, (key) =>
    ["supply.ratingA", "supply.conductor", "supply.system"].includes(key),
  );
  const supplied = withSupply(known, {
    ratingA,
    system,
    conductor: codebook.supplyConductor.sizeFor(ratingA, document.options?.allowAluminium ?? false),
    ...(codebook.bus && { emergencyDisconnect: true }),
  });
  const earthed = codebook.supplyConductor.withSizedEarths?.(supplied) ?? supplied;
  const phased = system === document.supply.system ? earthed : onPhases(earthed, home.demandA <= ratingA, home.demandA);
  const heads = phased.panels.filter(onSupply);
  const [head] = heads;
  if (!head || heads.length > 1 || !codebook.bus) return phased;
  const busA = busThatCarries(home, head, ratingA) ?? Math.max(ratingA, head.busA ?? 0);
  return renewedPanel(phased, head, { mainA: ratingA, busA });
}

/**
 * Three phases: the board stays on the first phase and the charger takes the second, if one phase can carry the house.
 * Otherwise the loads must be divided, and their phases are unknown.
 */
function onPhases(document: CaseDocument, houseOnOne: boolean, measuredA: number): CaseDocument {
  if (!houseOnOne) return document;
  const { measured } = document;
  return {
    ...document,
    loads: document.loads.map((l) => ({ ...l, phase: l.phase ?? 1 })),
    ...(measured?.max && {
      measured: {
        ...measured,
        maxByPhaseA: [
          measured.max.unit === "A" ? measured.max.value : Math.min(measuredA, (measured.max.value * 1000) / 230),
          0,
          0,
        ],
      },
    }),
  };
}

/** The charger charges on three phases, and the supply has one: only other phases give it all of its power. */
const wantsPhases = ({ document: { charger, supply }, codebook: { largerSystem } }: JudgingContext): boolean =>
  charger?.phases === 3 && largerSystem !== null && largerSystem.system !== supply.system;

/** Whether the supply, its conductors, and the main and bus of the whole home carry the wanted charging as they are. */
const supplyServes = (context: JudgingContext): boolean =>
  !wantsPhases(context) &&
  context.path.links.every((link) => link.demandScope !== "supply" || carriesWanted(context, link));

/** Where the charger's circuit starts on the larger supply. */
type Start = "its panel" | "main panel" | "own board";

/**
 * The smallest supply that carries the house and the charger; otherwise the largest available one, if it is larger
 * than today's.
 */
function askedFor(context: JudgingContext): Larger | undefined {
  const { home, wanted, document } = context;
  const larger = largerSupplies(context);
  const phases = wantsPhases(context) ? larger.find((l) => l.system !== document.supply.system) : undefined;
  return (
    phases ??
    larger.find((l) => l.system !== document.supply.system || !exceeds(home.demandA + wanted.supplyA, l.ratingA)) ??
    larger.at(-1)
  );
}

function propose(context: JudgingContext, larger: Larger, start: Start): Proposal {
  const { codebook } = context;
  const supplied = homeOnSupply(context, larger);
  const after: JudgingContext = { ...context, document: supplied };
  const wanted = supplied.panels.find((p) => p.id === context.path.target.panel?.id) ?? null;
  const [head] = panelsTo(supplied, wanted);
  const from = start === "main panel" ? (head ?? null) : wanted;
  const replaced = codebook.bus !== null && supplied.panels.filter(onSupply).length === 1;
  // A new main panel has room; a board that stays may be full or must be left alone.
  const troubles = untouchable(context).filter((t) => !(replaced && onSupply(t.panel)));
  const own = troubles.length > 0 || start === "own board" ? withOwnBoard(after) : null;
  const panel = own?.panel ?? from;
  const threePhase = larger.system !== context.document.supply.system;
  const { conductor } = supplied.supply;
  const conductors = conductorsTaken(context, supplied.supply, larger.ratingA);
  return onNewCircuit(context, {
    document: own?.document ?? supplied,
    panel,
    placed: threePhase && context.home.demandA <= larger.ratingA ? { phase: 2 } : {},
    takesWork: true,
    keepsCircuit: true,
    solves: troubles.map((t) => t.reason),
    before: [
      {
        id: "upgrade",
        text: `Apply to the ${codebook.words.operator} for ${larger.name}`,
        requires: upgradeTakes(threePhase ? "three-phase" : String(larger.ratingA)),
        link: "supply",
      },
      {
        id: "upgrade-conductors",
        text: codebook.words.comesWithLargerSupply(
          conductor ? conductorName(conductor, codebook) : "",
          replaced && head ? { main: showA(head.mainA ?? 0), bus: showA(head.busA ?? 0) } : null,
        ),
        requires: replaced
          ? requirements({ ...conductors, [`panel:${head?.busA}`]: 1 }, "order-panel")
          : requirements(conductors),
        link: "supply-conductor",
      },
      ...(threePhase && head
        ? [
            {
              id: `new-panel:${head.id}`,
              text: codebook.words.threePhaseBoardWork,
              requires: THREE_PHASE_BOARD,
              link: linkId.panel(head.id),
            },
          ]
        : []),
      ...(own ? [own.item] : []),
    ],
    cautions: [],
  });
}

export const serviceUpgrade = {
  id: "service-upgrade",
  switchesOff: "home",
  startsAtPanel: true,
  enlargesSupply: true,
  words: {
    "en-US": { name: "Service upgrade", means: "A larger service from the utility" },
    "en-GB": { name: "Larger supply", means: "A larger cut-out fuse or three phases from the network operator" },
  },
  leaves: () => "The most room for later loads, at the highest price and the longest wait.",
  headline: ({ chargeA }, { supply }) => `a larger ${supply} with ${withArticle(showA(chargeA))} charger`,
  propose(context): readonly (Proposal | RefusedProposal)[] {
    const { codebook, home } = context;
    const { words } = codebook;
    if (supplyServes(context))
      return [
        {
          refused: [
            wayReason(
              "not-needed",
              `The ${words.supply} carries ${showA(context.wanted.chargeA)} of charging as it is`,
              home.method.rule,
            ),
          ],
        },
      ];
    const asked = askedFor(context);
    if (!asked)
      return [
        {
          refused: [
            wayReason(
              "headroom-short",
              `${showA(home.supplyA)} is the largest ${words.supply} that is made here: ask the ${words.operator} what else it can give`,
              codebook.sections.largerSupply,
            ),
          ],
        },
      ];
    return [propose(context, asked, "its panel")];
  },
  otherwise(context) {
    const asked = askedFor(context);
    if (!asked) return [];
    const beside: Start[] = noRoomForBoard(context).length > 0 ? [] : ["own board"];
    const starts: Start[] = context.path.panels.length > 1 ? ["main panel", ...beside] : beside;
    return starts.map((start) => () => propose(context, asked, start));
  },
} as const satisfies Way;
