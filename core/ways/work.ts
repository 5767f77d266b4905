/** Work that several ways share, and what it takes of a price book. */

import { chargerPhases, onSupply } from "#core/case/document/lookups.ts";
import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { panelName } from "#core/case/fields/names.ts";
import { designFor, isDesigned } from "#core/circuit/design.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import { largerPanel } from "#core/findings/common.ts";
import { homeOf } from "#core/home/home.ts";
import { chargerPoles } from "#core/panel/charger-poles.ts";
import { roomFor } from "#core/panel/room.ts";
import type { SpaceCount } from "#core/panel/spaces.ts";
import type { ClampGuard } from "#core/path/clamps.ts";
import type { PathLink } from "#core/path/types.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { lower } from "#core/words.ts";
import { freeId, withNewCircuit } from "./charger-placement.ts";
import { newCircuitTakes } from "./circuit-requirements.ts";
import { onItsCircuit } from "./staying-charger.ts";
import type { ChargerPlacement, JudgingContext, Proposal } from "./types.ts";

const NEW_BOARD = requirements({ board: 1, "labour:own-board": 1, tails: 0.5 }, "order-panel", "permit");
const EXCHANGE = requirements({ "labour:exchange": 1 }, "order");

/** A way whose charger has a new circuit: where it starts, and what the way has beside it. */
interface NewCircuit extends Pick<Proposal, "document" | "takesWork" | "solves" | "cautions"> {
  panel: Panel | null;
  leastA?: number;
  placed?: Pick<ChargerPlacement, "managed" | "phase" | "sharesWith">;
  /** Work before the circuit, and after it. */
  before?: readonly WorkItem[];
  after?(guards: readonly ClampGuard[]): readonly WorkItem[];
  /** A charger that stays keeps the circuit that it has. */
  keepsCircuit?: true;
}

/**
 * The first link that would not carry the wanted charging and that a larger supply would not help.
 * @param accept the links that are asked about
 */
export const linkTooSmall = (context: JudgingContext, accept: (link: PathLink) => boolean): PathLink | null =>
  context.path.links.find(
    (link) =>
      link.mayCarryA !== null &&
      (link.demandScope !== "supply" || link.mayCarryA < context.home.supplyA) &&
      !carriesWanted(context, link) &&
      accept(link),
  ) ?? null;

/** Whether a link carries the wanted charging beside what it carries already, as far as its limit is known. */
export function carriesWanted({ path, home, wanted }: JudgingContext, link: PathLink): boolean {
  if (link.demandScope === "circuit" || link.mayCarryA === null) return true;
  const isFeeder = path.panels.some((panel) => panel.id === link.demandScope && home.at(panel).asFeeder);
  return !exceeds(link.carriesA + (isFeeder ? wanted.feederA : wanted.supplyA), link.mayCarryA);
}

/** Why a link that is too small stands in the way. @param rule the section on such a link */
export const tooSmallReason = (link: PathLink, { wanted }: JudgingContext, rule: string): WayReason =>
  wayReason("headroom-short", `${link.name} (${link.decidedBy}) does not carry ${wanted.chargeA} A of charging`, rule);

/** Whether the charger gets another place. */
const isMoved = ({ document }: JudgingContext): boolean => document.enquiry?.reason === "move";

/** The proposal shared by all ways with a new charging circuit. */
export function onNewCircuit(context: JudgingContext, way: NewCircuit): Proposal {
  const { codebook, charger } = context;
  const { panel, takesWork, solves, cautions, before = [] } = way;
  const kept = way.keepsCircuit && !isMoved(context) ? onItsCircuit(context, way.document) : null;
  if (kept && kept.chargerPlacement.panel === panel?.id)
    return {
      ...kept,
      chargerPlacement: { ...kept.chargerPlacement, ...way.placed },
      mostA: charger.maxA,
      leastA: way.leastA ?? codebook.charging.minimumA,
      drawsByItselfA: context.wanted.chargeA,
      takesWork,
      solves,
      work: ({ guards }) => [...before, ...(way.after?.(guards) ?? [])],
      cautions,
    };
  const name = panelName(panel ?? {}, codebook);
  const from = panel?.planned ? `the ${lower(name)}` : name;
  const room = panel ? roomFor(way.document, panel, chargerPoles(way.document, codebook), codebook) : undefined;
  const makesRoom = room?.items ?? [];
  const phase = chargerPhases(way.document) === 3 ? undefined : (way.placed?.phase ?? context.phase);
  const { document, circuit } = withNewCircuit(room?.document ?? way.document, panel, codebook, {
    ratingA: codebook.charging.deviceA(context.wanted.chargeA, context.document.options?.ukDeviceA),
    position: room?.position ?? null,
  });
  return {
    document,
    chargerPlacement: {
      panel: panel?.id ?? null,
      circuit,
      deviceA(a) {
        const designed = designFor(document, codebook, a);
        return designed && isDesigned(designed)
          ? designed.deviceA
          : codebook.charging.deviceA(a, context.document.options?.ukDeviceA);
      },
      ...(context.phase && { phase: context.phase }),
      ...way.placed,
      ...(chargerPhases(document) === 3 && { phases: 3 as const }),
    },
    mostA: charger.maxA,
    leastA: way.leastA ?? codebook.charging.minimumA,
    takesWork: takesWork || makesRoom.length > 0,
    solves: makesRoom.length > 0 ? [...solves, roomReason(context)] : solves,
    work: ({ circuitA, chargeA, guards }) => [
      ...before,
      ...makesRoom,
      {
        id: "new-circuit",
        text: `New ${showA(circuitA)} circuit from ${from}${phase ? `, on L${phase},` : ""} to the charger`,
        requires: newCircuitTakes(way.document, codebook, circuitA, chargeA),
        ...(circuit && { link: linkId.device(circuit) }),
      },
      ...(way.after?.(guards) ?? []),
    ],
    cautions,
  };
}

/** Why work comes before the device: no free place is as the device needs it. */
function roomReason({ codebook, document }: JudgingContext): WayReason {
  const { words, sections } = codebook;
  const poles = chargerPoles(document, codebook);
  return wayReason(
    "no-space",
    `No free place for ${poles === 1 ? `a ${words.space}` : `${poles} ${words.spaces} beside each other`} until one is made`,
    sections.panelRoom,
  );
}

/** Troubles of which nothing may be added to a panel; a bus or main that is too small is another thing. */
export const untouchable = (context: JudgingContext): PanelTrouble[] =>
  panelTroubles(context).filter((t) => t.reason.code !== "headroom-short");

/** Why no panel is changed and none is added: what is there is good enough, as far as anybody has looked. */
export function panelServes({ path, spaces, codebook }: JudgingContext): WayReason {
  const { panel } = codebook.words;
  const looked = spaces !== null && path.panels.every((p) => p.condition !== undefined);
  const text =
    path.target.panel === null
      ? `No ${panel} has been recorded yet`
      : looked
        ? `The ${panel} is sound and has room`
        : `Nothing is known against the ${panel}, as far as it was inspected`;
  return wayReason("not-needed", text, "Site survey");
}

/** A hard-wired charger cannot use an outlet: it is exchanged for a plug-in model. */
export const exchangeForPlug = ({ codebook }: JudgingContext): WorkItem => ({
  id: "exchange",
  text: `Exchange the hard-wired charger for one with a plug: a ${codebook.words.outlet} is no place for fixed wiring`,
  requires: EXCHANGE,
});

/** Problems that only a new panel solves: it is full, obsolete or unsafe, or its bus is too small. */
export interface PanelTrouble {
  panel: Panel;
  reason: WayReason;
}

const CODES = ["panel-unsafe", "panel-obsolete", "bus-overloaded", "heat-marks", "do-not-disturb"];

/** The panels on the way that must be changed or left alone before anything is added, each with why. */
export function panelTroubles({ document, path, codebook, spaces: counted }: JudgingContext): PanelTrouble[] {
  return path.panels.flatMap((panel) => {
    const own = [`panel:${panel.id}`, `panel:${panel.id}:bus`];
    const troubles = path.faults
      .filter((f) => CODES.includes(f.finding.code) && own.includes(f.finding.link))
      .map((f) => ({ panel, reason: wayReason(f.reason, f.finding.text, f.finding.rule) }));
    const isFull =
      panel === path.target.panel && roomFor(document, panel, chargerPoles(document, codebook), codebook) === null;
    return isFull && counted ? [...troubles, { panel, reason: noSpace(counted, codebook) }] : troubles;
  });
  function noSpace(spaces: SpaceCount, { words, sections }: JudgingContext["codebook"]) {
    const poles = chargerPoles(document, codebook);
    return wayReason(
      "no-space",
      spaces.free < poles
        ? `${spaces.free} of ${spaces.total} ${words.spaces} free; the charger's device takes ${poles} ${poles === 1 ? words.space : words.spaces}`
        : `${spaces.free} ${words.spaces} are free, but no ${poles} beside each other on opposite legs, and no single device that could be moved makes room`,
      sections.panelRoom,
    );
  }
}

/**
 * The home with the troubled panels changed for new ones, and the work.
 * @param smallMains panels whose main does not carry the charger beside what it carries already
 */
export function withNewPanels(
  context: JudgingContext,
  panels: readonly Panel[],
  smallMains: readonly Panel[] = [],
): { document: CaseDocument; items: WorkItem[] } {
  const { codebook, home, wanted } = context;
  let { document } = context;
  for (const panel of new Set(panels)) {
    const carriesA = smallMains.includes(panel) ? home.at(panel).demandA + wanted.supplyA : 0;
    document = largerPanel(homeOf(document, codebook, home), panel, carriesA);
  }
  return {
    document,
    items: [...new Set(panels)].map((panel) => ({
      id: `new-panel:${panel.id}`,
      text: `Change ${panelName(panel, codebook)} for a new ${codebook.words.newPanel}${newRating(document, panel, codebook)}`,
      requires: SHARED_REQUIREMENTS.panel,
      link: `panel:${panel.id}`,
    })),
  };
}

const newRating = (document: CaseDocument, panel: Panel, codebook: Codebook): string => {
  const busA = document.panels.find((p) => p.id === panel.id)?.busA;
  return busA ? ` with a ${codebook.words.bus} of ${showA(busA)}` : "";
};

/** Why no further board is put up: nothing beside the one on the supply holds it. Empty where there is room, or nobody has looked. */
export const noRoomForBoard = ({ document, codebook: { words, sections } }: JudgingContext): WayReason[] => {
  const heads = document.panels.filter(onSupply);
  return heads.length > 0 && heads.every((panel) => panel.roomBeside === false)
    ? [
        wayReason(
          "no-space",
          `There is no room beside the ${words.panel} for a further ${words.board}`,
          sections.panelRoom,
        ),
      ]
    : [];
};

/** The job follows the school that always gives the charger a board of its own. */
export const ownBoardWanted = ({ document, codebook: { words, sections } }: JudgingContext): WayReason[] =>
  document.options?.chargerBoard === "own"
    ? [
        wayReason(
          "not-needed",
          `The job gives the charger a ${words.board} of its own, which keeps its faults and its surge device away from the home`,
          sections.panelRoom,
        ),
      ]
    : [];

/** The home with a small board of its own for the charger, on the supply beside the old one; its id. */
export function withOwnBoard(context: JudgingContext): { document: CaseDocument; panel: Panel; item: WorkItem } {
  const { document, codebook } = context;
  const heads = document.panels.filter(onSupply);
  const [head] = heads;
  const placed = new Set(document.panels.flatMap((p) => (p.circuits ?? []).flatMap((c) => c.loads ?? [])));
  const panel: Panel = {
    id: freeId(document, "charger-board"),
    name: `Charger ${codebook.words.board}`,
    fedFrom: "supply",
    mainA: BOARD_MAIN_A,
    ...(codebook.bus && { busA: codebook.bus.ratingsA.find((a) => a >= BOARD_MAIN_A) ?? BOARD_MAIN_A }),
    spaces: BOARD_SPACES,
    enclosure: "metal",
    surgeProtection: true,
    condition: "sound",
    planned: true,
    circuits: [],
  };
  return {
    document: {
      ...document,
      panels: [...document.panels, panel],
      // With a second board every load needs a panel: all loads of a single board stay on it.
      loads:
        heads.length === 1 && head
          ? document.loads.map((l) => (l.panel || placed.has(l.id) ? l : { ...l, panel: head.id }))
          : document.loads,
    },
    panel,
    item: { id: "own-board", text: codebook.words.ownBoardWork, requires: NEW_BOARD, link: `panel:${panel.id}` },
  };
}
const BOARD_MAIN_A = 100;
const BOARD_SPACES = 8;
