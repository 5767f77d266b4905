/** Quick entry of loads: `range 12kw`, `ac 24a 240v`, `2x shower 8.5kw`, `hp 24a + 15kw strips`, Enter. */

import type { Load } from "#core/case/document/types.ts";
import { LINE_TOO_LONG, LONGEST_LINE } from "#core/limits.ts";
import { type Nameplate, type NotUnderstood, parseNameplate } from "#core/quantity/parse.ts";
import type { Codebook, LoadKind } from "#core/rules/types.ts";
import { showNumber, showVA } from "#core/units.ts";
import { capital } from "#core/words.ts";

export interface EnteredLoad {
  load: Omit<Load, "id">;
  /** The understood text, e.g. "2 x Electric shower, 8,500 VA each". */
  understood: string;
  /** True where no rating was typed and a typical one is taken. */
  typical: boolean;
}

/** A nameplate this many times more or less than a typical one is asked about rather than taken. */
const ODD_TIMES = 40;

/** Understands a line of quick entry, or says in words what it did not understand; nothing is guessed silently. */
export function parseLoads(text: string, codebook: Codebook, volts: number): EnteredLoad[] | NotUnderstood {
  if (text.length > LONGEST_LINE) return { problem: `What is typed ${LINE_TOO_LONG}` };
  const entries: EnteredLoad[] = [];
  for (const piece of text.split("+")) {
    if (piece.trim() === "") return { problem: "Type a load, for example: dryer 5kw" };
    const entry = parseOne(piece.trim(), codebook, volts);
    if ("problem" in entry) return entry;
    entries.push(entry);
  }
  return entries;
}

function parseOne(text: string, codebook: Codebook, volts: number): EnteredLoad | NotUnderstood {
  const counted = /^(\d{1,2})\s*(?:[x×]\s*|\s(?=[a-z]))(.*)$/i.exec(text) ?? /^(.*?)\s+[x×]\s*(\d{1,2})$/i.exec(text);
  const front = counted && /^\d/.test(counted[1] as string);
  const startsWithRating = /^\d[\d.,]*\s*(kva|kw|va|w|amps?|a|volts?|v)(?![a-z])/i.test(text);
  const quantity = counted && !startsWithRating ? Number(front ? counted[1] : counted[2]) : 1;
  const body = counted && !startsWithRating ? ((front ? counted[2] : counted[1]) as string) : text;
  if (quantity < 1) return { problem: `"${text}": the quantity must be at least 1` };

  const rating = parseNameplate(body);
  if ("problem" in rating) return rating;
  const words = rating.rest.toLowerCase();
  if (words === "") return { problem: `"${text}": what is it? Add a name, for example: range 12kw` };
  const odd = words
    .split(" ")
    .find((w) => /^[-\d.,]+$|^-|^[x×]\d+$/.test(w) || /^(kva|kw|va|w|a|v|amps?|volts?)$/.test(w));
  if (odd) return { problem: `"${odd}" is not understood; a rating has a unit, for example 5kw or 24a` };

  const kind = findKind(words, codebook.loadKinds);
  if (!kind && !rating.nameplate)
    return { problem: `No load is called "${rating.rest}"; add its rating to enter it as a fixed appliance` };
  const used = kind ?? codebook.loadKinds.find((k) => k.kind === "fixed-appliance");
  if (!used) return { problem: `No load is called "${rating.rest}"` };

  const nameplate: Nameplate = rating.nameplate ?? used.typical;
  const va = nameplateVA(nameplate, volts);
  const usual = nameplateVA(used.typical, volts);
  if (va <= 0) return { problem: `"${text}": the rating must be greater than 0` };
  // An appliance of any other name may be as small as a door bell.
  if ((kind && va * ODD_TIMES < usual) || va > usual * ODD_TIMES)
    return {
      problem: `${showVA(va)} is far from usual for "${kind?.label ?? rating.rest}"${kind ? ` (about ${showVA(usual)})` : ""}: check the unit`,
    };
  const label = isItsName(words, used) ? used.label : capital(rating.rest);
  return {
    load: {
      kind: used.kind,
      label,
      ...(used.fixedVA === undefined ? nameplate : {}),
      ...(quantity > 1 ? { quantity } : {}),
    },
    understood: `${quantity > 1 ? `${quantity} x ` : ""}${label}, ${showNameplate(nameplate, volts)}${quantity > 1 ? " each" : ""}`,
    typical: rating.nameplate === null && used.fixedVA === undefined,
  };
}

const nameplateVA = (nameplate: Nameplate, volts: number): number =>
  "va" in nameplate ? nameplate.va : nameplate.amps * (nameplate.volts ?? volts);

/** A nameplate as people write it: `12 kW`, `8,475 W` or `24 A at 240 V`; nothing of it is rounded away. */
export function showNameplate(nameplate: Nameplate, volts: number): string {
  if ("va" in nameplate) {
    const wholeHundredths = nameplate.va >= 1000 && nameplate.va % 10 === 0;
    return wholeHundredths ? `${showNumber(nameplate.va / 1000)} kW` : `${showNumber(nameplate.va)} W`;
  }
  const label = nameplate.ampsFrom ? `${nameplate.ampsFrom.toUpperCase()} ` : "";
  return `${label}${showNumber(nameplate.amps)} A at ${showNumber(nameplate.volts ?? volts)} V`;
}

const namesOf = (kind: LoadKind) => [kind.label.toLowerCase(), kind.kind.replaceAll("-", " "), ...kind.names];
const singular = (text: string) => text.replace(/s\b/g, "");
const isItsName = (words: string, kind: LoadKind) =>
  namesOf(kind)
    .slice(0, 2)
    .concat(kind.names)
    .some((n) => singular(n) === singular(words)) && !SPEAKING.has(singular(words));
/** Names that say more than the kind's own label and are used as typed. */
const SPEAKING = new Set(
  [
    "microwave",
    "hot tub",
    "spa",
    "sauna",
    "freezer",
    "well pump",
    "pool pump",
    "tumble dryer",
    "dishwasher",
    "boiler",
    "towel rail",
    "oven",
    "hob",
    "kitchen ring",
    "furnace",
    "mini split",
  ].map(singular),
);

/** The kind with the longest name among the words (lower case), whole words only. */
export function findKind(words: string, kinds: readonly LoadKind[]): LoadKind | null {
  const text = ` ${singular(words)} `;
  let best: { kind: LoadKind; length: number } | null = null;
  for (const { kind, names } of wholeWordsOf(kinds))
    for (const name of names)
      if (text.includes(name) && name.length > (best?.length ?? 0)) best = { kind, length: name.length };
  return best?.kind ?? null;
}

const wholeWords = new WeakMap<readonly LoadKind[], { kind: LoadKind; names: string[] }[]>();

/** The names of every kind in the singular and between spaces, made once for each list of kinds. */
function wholeWordsOf(kinds: readonly LoadKind[]) {
  const made =
    wholeWords.get(kinds) ?? kinds.map((kind) => ({ kind, names: namesOf(kind).map((n) => ` ${singular(n)} `) }));
  wholeWords.set(kinds, made);
  return made;
}
