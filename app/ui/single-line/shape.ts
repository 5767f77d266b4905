/** The single line from the supply to the car as shapes, for the page, a file of its own and the paper alike. */
import { linkId } from "#core/case/fields/link-ids.ts";
import { clampsInWords } from "#core/path/clamps.ts";
import type { LinkKind, PathLink } from "#core/path/types.ts";
import { showA, showSize } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";

export interface SingleLineRow {
  key: string;
  y: number;
  /** A plain sign of ours, as a path. */
  sign: string;
  filled: boolean;
  what: string;
  /** Under its name, a line each. */
  sizes: string[];
  isNew: boolean;
}

export interface SingleLineShape {
  width: number;
  height: number;
  /** Position of the line, and of the texts. */
  x: number;
  textX: number;
  rows: SingleLineRow[];
  /** Wires between rows; a new one is drawn doubled. */
  wires: { key: string; path: string; isNew: boolean }[];
  /** The charging lead, dotted. */
  lead: string;
  /** All of it in one sentence. */
  says: string;
}

const ROW = 56;
const LINE = 17;
const X = 34;
const TEXT_X = 70;
const WIDTH = 560;
const NEW = "new";

const ROUND = (y: number, r: number) => `M${X - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
/** A source is a full drop, a device a gate, a panel a vessel, an outlet a ring, a charger a rounded box. */
const SIGN: Partial<Record<LinkKind | "car", (y: number) => string>> = {
  supply: (y) => `M${X} ${y - 14}q13 14 0 26q-13 -12 0 -26Z`,
  main: gate,
  device: gate,
  "feeder-device": gate,
  panel: vessel,
  bus: vessel,
  outlet: (y) => ROUND(y, 9),
  charger: (y) => `M${X - 11} ${y - 7}q0 -6 6 -6h10q6 0 6 6v14q0 6 -6 6h-10q-6 0 -6 -6Z`,
  car: (y) => `M${X - 15} ${y + 6}q2 -12 15 -12q13 0 15 12Z`,
};
function gate(y: number): string {
  return `M${X - 14} ${y - 9}V${y + 9}M${X + 14} ${y - 9}V${y + 9}M${X - 14} ${y}H${X + 14}`;
}
function vessel(y: number): string {
  return `M${X - 16} ${y - 12}V${y + 12}H${X + 16}V${y - 12}`;
}

/** The text below a link's name. */
function sizesOf({ kind, link, mayCarryA, decidedBy }: PathLink, way: WayJudgement, earth: string): string[] {
  const isRenewed = way.feeder !== undefined && link === linkId.feederConductor(way.feeder.panel);
  const design = kind === "conductor" ? way.circuit : isRenewed ? way.feeder?.design : undefined;
  if (design) {
    const built = design.segments.map(
      (s) =>
        `${showSize(s.conductor.size)} and ${earth} ${showSize(s.earthConductor.size)}${s.conduit ? `, ${s.conduit}` : ""}`,
    );
    return [...new Set(built)].map((text, i) => (i === 0 ? text : `then ${text}`));
  }
  if (kind === "charger")
    return [
      way.phases === 3 ? `${showA(way.chargeA)} on each of three phases` : `${showA(way.chargeA)}, ${way.volts} V`,
    ];
  if (kind === "panel") return [decidedBy];
  return [mayCarryA === null ? decidedBy : showA(mayCarryA)];
}

/** @param earth what the protective conductor is called */
export function singleLineShape(way: WayJudgement, earth: string): SingleLineShape {
  let next = ROW / 2;
  // A panel that is changed comes with its main and its bus.
  const changed = way.workItems.flatMap(({ id }) =>
    id.startsWith("new-panel:") ? [linkId.panel(id.slice("new-panel:".length))] : [],
  );
  const units = way.workItems.flatMap(({ unit }) => unit ?? []);
  const rowAt = (key: string, name: string, sizes: string[], isNew: boolean, sign = "", filled = false) => {
    const y = next;
    next += ROW + LINE * (sizes.length - 1);
    return { key, y, sign, filled, what: `${name}${isNew ? ` (${NEW})` : ""}`, sizes, isNew };
  };
  const rows = way.path.flatMap((link): SingleLineRow[] => {
    const isNew =
      link.known === "planned" ||
      changed.some((panel) => link.link === panel || link.link.startsWith(`${panel}:`)) ||
      (link.kind === "charger" && way.workItems.length > 0 && !way.chargerStays);
    const sizes = [...sizesOf(link, way, earth), ...(link.clamps ? [clampsInWords(link.clamps)] : [])];
    const row = rowAt(link.link, link.name, sizes, isNew, SIGN[link.kind]?.(next) ?? "", link.kind === "supply");
    if (link.kind !== "device") return [row];
    return [row, ...units.map(({ name, does }) => rowAt(name, name, [does], true, gate(next)))];
  });
  const wires = rows.slice(1).map((row, i) => ({
    key: row.key,
    path: `M${X} ${(rows[i] as SingleLineRow).y}V${row.y}`,
    isNew: row.isNew,
  }));
  const end = next;
  const car = {
    key: "car",
    y: end,
    sign: SIGN.car?.(end) ?? "",
    filled: false,
    what: "Car",
    sizes: ["by the charging lead"],
    isNew: false,
  };
  return {
    width: WIDTH,
    height: end + ROW / 2,
    x: X,
    textX: TEXT_X,
    rows: [...rows, car],
    wires,
    lead: `M${X} ${end - ROW + 13}V${end - 6}`,
    says: [...rows, car].map((r) => `${r.what}, ${r.sizes.join(", ")}`).join("; "),
  };
}
