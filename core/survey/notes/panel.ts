/** The main panel's label: `panel main 150, bus 200, 30 spaces, sound`; RCDs over several ways: `type AC RCD 63 A ways 1-5`. */
import { applyPatch, type Patch } from "#core/case/document/patch.ts";
import type { Panel } from "#core/case/document/types.ts";
import { TypedLine } from "#core/quantity/typed-line.ts";
import { showA } from "#core/units.ts";
import type { NoteContext, NoteReader } from "./types.ts";
import { setRead } from "./values.ts";

const CONDITIONS = /(?<!\w)(?:condition[:\s]+)?(sound|obsolete|unsafe)(?!\w)/i;

/** Reads a line about the first panel: its main, bus, spaces or condition. */
export const readPanel: NoteReader = (text, context) => {
  const { document, codebook } = context;
  const [panel] = document.panels;
  if (!panel) return null;
  const group = codebook.asksFor.rcd ? readRcdGroup(text, panel, context) : null;
  if (group) return group;

  const line = new TypedLine(text);
  const isNamed =
    line.take(/^(?:main\s+)?(?:panel|board|consumer\s+unit|cu|load\s+cent(?:er|re))(?!\w)[:\s]*/i) !== null;
  const both = isNamed ? line.take(/(?<![\w.])(\d{2,4})\s*\/\s*(\d{2,4})\s*a?(?!\w)/i) : null;
  const mainA =
    both?.[1] ?? line.take(/(?<!\w)main(?:\s+(?:breaker|switch))?[:\s]*(?:of\s+)?(\d{2,4})\s*a?(?:mps?)?(?!\w)/i)?.[1];
  const busA = both?.[2] ?? line.take(/(?<!\w)bus(?:bar)?(?:\s+rating)?[:\s]*(\d{2,4})\s*a?(?:mps?)?(?!\w)/i)?.[1];
  const spaces = line.take(/(?<![\w.])(\d{1,3})[\s-]*(?:spaces?|ways?)(?!\w)/i)?.[1];
  const condition = line.take(CONDITIONS)?.[1]?.toLowerCase();
  const surge = line.take(/(?<!\w)(no\s+)?(?:surge(?:\s+protection)?(?:\s+(?:device|fitted))?|spd)(?!\w)/i);
  const enclosure = line
    .take(/(?<!\w)(metal|plastic|wood(?:en)?)(?:\s+(?:enclosure|case))?(?!\w)/i)?.[1]
    ?.toLowerCase();
  const isPanelLine = isNamed || mainA || busA || spaces || (condition && text.trim().split(/\s+/).length < 3);
  if (!isPanelLine) return null;
  // A circuit may begin with one of these words ("main 60 shed"): then something is left over.
  if (!line.isUsedUp)
    return isNamed ? { problem: `"${line.rest.trim()}" is not understood of the ${codebook.words.panel}` } : null;

  const patches: Patch[] = [];
  let now = document;
  const set = (field: keyof Panel, value: unknown, source = `panel.${panel.id}.${field}`) => {
    const patch = setRead(now, `/panels/0/${field}`, value, source);
    now = applyPatch(now, patch);
    patches.push(patch);
  };
  const { board, words } = codebook;
  const understood: string[] = [];
  if (mainA) {
    set("mainA", Number(mainA));
    understood.push(`${board.words.main("breaker")} ${showA(Number(mainA))}`);
  }
  if (busA) {
    if (!codebook.bus) return { problem: `The bus of a ${words.panel} is not asked for in these rules` };
    set("busA", Number(busA));
    understood.push(`bus ${showA(Number(busA))}`);
  }
  if (spaces) {
    set("spaces", Number(spaces));
    understood.push(`${spaces} ${words.spaces}`);
  }
  if (condition) {
    set("condition", condition);
    understood.push(condition);
  }
  if (surge) {
    set("surgeProtection", !surge[1], "");
    understood.push(surge[1] ? "no surge protection" : "surge protection");
  }
  if (enclosure && codebook.asksFor.enclosure) {
    set("enclosure", enclosure.startsWith("wood") ? "wood-backed" : enclosure, "");
    understood.push(`${enclosure} enclosure`);
  }
  if (understood.length === 0) return null;
  return { understood: `${panel.name ?? words.mainPanel}: ${understood.join(", ")}`, patch: patches.flat() };
};

function readRcdGroup(text: string, panel: Panel, { document, newId }: NoteContext) {
  const line = new TypedLine(text);
  const ways = line.take(/(?<!\w)(?:over\s+|on\s+)?ways?\s+(\d{1,3})\s*(?:-|–|to)\s*(\d{1,3})(?!\w)/i);
  if (!ways || !/(?<!\w)rcd(?!\w)/i.test(text)) return null;
  line.take(/(?<!\w)rcd(?!\w)/i);
  const ratingA = line.take(/(?<!\w)(\d{2,3})\s*a(?!\w)/i)?.[1];
  const type = line.take(/(?<!\w)(?:type\s+)?(ac|a|f|b)(?!\w)/i)?.[1]?.toUpperCase();
  if (!type) return { problem: `Which type is the RCD? For example: type AC RCD 63 A ways ${ways[1]}-${ways[2]}` };
  if (!line.isUsedUp) return { problem: `"${line.rest.trim()}" is not understood of an RCD` };
  const [from, to] = [Number(ways[1]), Number(ways[2])];
  const group = { id: newId("rcd"), rcd: type, ...(ratingA && { ratingA: Number(ratingA) }), from, to };
  return {
    understood: `Type ${type} RCD${ratingA ? `, ${showA(Number(ratingA))},` : ""} over ways ${from} to ${to}`,
    patch: setRead(document, "/panels/0/rcdGroups", [...(panel.rcdGroups ?? []), group]),
  };
}
