/** A larger service, cut-out fuse or another phase from the utility or network operator. */
import { withCircuitsOf, withoutSeen, withPanel, withSupply } from "../../case/document/change.ts";
import type { CaseDocument } from "../../case/document/types.ts";
import { SEEN_FAULTS } from "../../findings/seen.ts";
import { onSupply } from "../../panel/sub-panels.ts";
import { panelsTo } from "../../path/home.ts";
import { panelName } from "../../path/names.ts";
import { showA, showSize } from "../../units.ts";
import { price, type WorkItem } from "../../work/work.ts";
import { withNewCircuit } from "../place.ts";
import { reason } from "../reasons.ts";
import type { Placed, Proposal, Refused, Situation, Way } from "../types.ts";
import { ISOLATE, newCircuit, panelTroubles, withOwnBoard } from "../work.ts";

const UPGRADE = price([3120, 5160, 9200], [420, 1250, 4800], [25, 55, 120], [28, 60, 150]);
const MORE_ROOM = 8;

interface Larger {
  ratingA: number;
  system: CaseDocument["supply"]["system"];
  name: string;
}

/** What can be had beside what is there, the smallest first. */
function largerSupplies({ document, codebook, home }: Situation): Larger[] {
  const { system } = document.supply;
  const more = codebook.supplyRatingsA
    .filter((ratingA) => ratingA > home.supplyA)
    .map((ratingA) => ({ ratingA, system, name: `a ${codebook.words.supplyOf(showA(ratingA))}` }));
  const other = codebook.largerSystem;
  return other && other.system !== system && system !== "two-legs-120-208"
    ? [...more, { ratingA: Math.max(other.ratingA, home.supplyA), system: other.system, name: other.name }]
    : more;
}

/** The home on the larger supply: conductors, main panel and what comes with them. */
function homeOn(s: Situation, { ratingA, system }: Larger): CaseDocument {
  const { codebook, home } = s;
  const supplied = withSupply(s.document, {
    ratingA,
    system,
    conductor: codebook.supplyConductor.sizeFor(ratingA, s.document.options?.allowAluminium ?? false),
    ...(codebook.bus && { emergencyDisconnect: true }),
  });
  const phased =
    system === s.document.supply.system ? supplied : onPhases(supplied, home.demandA <= ratingA, home.demandA);
  const heads = phased.panels.filter(onSupply);
  const [head] = heads;
  if (!head || heads.length > 1 || !codebook.bus) return phased;
  const circuits = (head.circuits ?? []).filter((c) => c.status !== "abandoned");
  const taken = circuits.reduce((n, c) => n + (c.poles ?? 1), 0);
  const renewed = withPanel(withCircuitsOf(phased, head.id, circuits), head.id, {
    mainA: ratingA,
    busA: Math.max(codebook.bus.ratingsA.find((a) => a >= ratingA) ?? ratingA, head.busA ?? 0),
    spaces: Math.max(head.spaces ?? 0, taken + MORE_ROOM),
    condition: "sound",
    surgeProtection: true,
    enclosure: "metal",
  });
  return withoutSeen(
    renewed,
    SEEN_FAULTS.filter((f) => f.goesWith === "panel").map((f) => f.code),
  );
}

/**
 * Three phases: the board stays on the first and the charger takes the second, as long as one phase carries the house;
 * else the loads are divided, and nobody knows yet how.
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

/** Where the charger's circuit starts on the larger supply. */
type Start = "its panel" | "main panel" | "own board";

/** The smallest supply that carries the house and the charger; else the largest that is made, if it is larger at all. */
function askedFor(s: Situation): Larger | undefined {
  const { codebook, home, charger, document } = s;
  const larger = largerSupplies(s);
  const wantedA = charger.settingsA.filter((a) => a <= charger.maxA).at(-1) ?? codebook.charging.minimumA;
  const addsA = codebook.charging.counted(wantedA, home.volts, "outside-125").va / home.volts;
  return (
    larger.find((l) => l.system !== document.supply.system || l.ratingA >= home.demandA + addsA - 1e-9) ?? larger.at(-1)
  );
}

function propose(s: Situation, larger: Larger, start: Start): Proposal {
  const { codebook, charger } = s;
  const supplied = homeOn(s, larger);
  const after: Situation = { ...s, document: supplied };
  const wanted = supplied.panels.find((p) => p.id === s.path.target.panel?.id) ?? null;
  const [head] = panelsTo(supplied, wanted);
  const from = start === "main panel" ? (head ?? null) : wanted;
  const replaced = codebook.bus !== null && supplied.panels.filter(onSupply).length === 1;
  // A new main panel has room; a board that stays may be full or must be left alone.
  const troubles = panelTroubles(s).filter(
    (t) => !(replaced && onSupply(t.panel)) && t.reason.code !== "headroom-short",
  );
  const own = troubles.length > 0 || start === "own board" ? withOwnBoard(after) : null;
  const panel = own?.panel ?? from;
  const { document: home, circuit } = withNewCircuit(own?.document ?? supplied, panel, codebook);
  const threePhase = larger.system !== s.document.supply.system;
  const placed: Placed = {
    panel: panel?.id ?? null,
    circuit,
    deviceA: (a) => codebook.charging.deviceA(a, s.document.options?.ukDeviceA),
    ...(threePhase && s.home.demandA <= larger.ratingA && { phase: 2 as const }),
  };
  const { conductor } = supplied.supply;
  return {
    document: home,
    placed,
    mostA: charger.maxA,
    leastA: codebook.charging.minimumA,
    takesWork: true,
    answersTo: troubles.map((t) => t.reason),
    work: ({ circuitA }): WorkItem[] => [
      {
        id: "upgrade",
        text: `Apply to the ${codebook.words.operator} for ${larger.name}`,
        price: UPGRADE,
        link: "supply",
      },
      {
        id: "upgrade-conductors",
        text: COMES_WITH[codebook.region](
          showSize(conductor?.size ?? ""),
          replaced && head ? showA(head.busA ?? 0) : null,
        ),
        price: price([0, 0, 0], [0, 0, 0], [0, 0, 0]),
        link: "supply-conductor",
      },
      ...(own ? [own.item] : []),
      newCircuit(own ? "it" : panelName(panel ?? {}, codebook), circuitA, circuit),
    ],
    cautions: [ISOLATE[codebook.region]],
  };
}

const COMES_WITH = {
  us: (size: string, bus: string | null) =>
    `New service conductors (${size}), meter base and grounding${bus ? `, and a panel with a bus and main of ${bus}` : ""}; emergency disconnect outdoors (NEC 230.85) and a surge protective device (NEC 230.67) come with it`,
  uk: (size: string) => `The operator changes the cut-out; tails (${size}), main earth and bonding are brought to size`,
} as const;

export const serviceUpgrade: Way = {
  id: "service-upgrade",
  words: {
    us: { name: "Service upgrade", means: "A larger service from the utility" },
    uk: { name: "Larger supply", means: "A larger cut-out fuse or three phases from the network operator" },
  },
  leaves: "The most room for later loads, at the highest price and the longest wait.",
  heavy: true,
  phrase: ({ chargeA }) => `a larger supply with a ${chargeA} A charger`,
  propose(s): readonly (Proposal | Refused)[] {
    const { codebook, home } = s;
    const { words } = codebook;
    const asked = askedFor(s);
    if (!asked)
      return [
        {
          refused: [
            reason(
              "headroom-short",
              `${showA(home.supplyA)} is the largest ${words.supply} that is made here: ask the ${words.operator} what else it can give`,
              codebook.sections.largerSupply,
            ),
          ],
        },
      ];
    return [propose(s, asked, "its panel")];
  },
  otherwise(s) {
    const asked = askedFor(s);
    if (!asked) return [];
    const starts: Start[] = s.path.panels.length > 1 ? ["main panel", "own board"] : ["own board"];
    return starts.map((start) => () => propose(s, asked, start));
  },
};
