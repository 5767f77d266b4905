/**
 * Quick entry of a circuit with its load in one line: `range 50a 2 pole 12 kW`, `50/2 range 12kw`, `20 solar 2p backfed`,
 * `dryer 30a 2p 5.5kw with receptacle 14-30`, `20 shed dead`, `b40 shower 9.5kw rcd ac`, `cooker 10.5kw with socket b32`.
 * The words may come in any order around the name.
 */
import type { Circuit, Load, OutletType } from "#core/case/document/types.ts";
import { LINE_TOO_LONG, LONGEST_LINE } from "#core/limits.ts";
import { ownValue } from "#core/own-value.ts";
import type { NotUnderstood } from "#core/quantity/parse.ts";
import { TypedLine } from "#core/quantity/typed-line.ts";
import type { Codebook } from "#core/rules/types.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { parseDevice } from "./quick-device.ts";
import { findKind, parseLoads } from "./quick-load.ts";

export interface EnteredCircuit {
  device: Omit<Circuit, "id">;
  /** The load that was typed with it, or that the rules count for a circuit of its name; null where there is neither. */
  load: Omit<Load, "id"> | null;
  /** The receptacle that it feeds, where one was typed. */
  outlet: OutletType | null;
  /** The understood text, e.g. "2-pole 50 A breaker, Range; load Range, 12 kW". */
  understood: string;
}

/** Words that say something of a circuit, and are no part of its name. */
const LEFT_OVER = /(?<![\w-])(-?\d[\d.,]*\s*)?((?:kva|kw|va|w)[hs]?|amps?|volts?|poles?|rcd|backfed)(?![\w-])/i;
const LONGEST_ABBREVIATION = 3;
const POLE_WORDS: Record<string, string> = { single: "1", double: "2", two: "2", three: "3" };

/** Understands one circuit, or says what it did not understand; nothing is guessed silently. */
export function parseCircuit(text: string, codebook: Codebook, volts: number): EnteredCircuit | NotUnderstood {
  if (text.length > LONGEST_LINE) return { problem: `What is typed ${LINE_TOO_LONG}` };
  const { board, asksFor } = codebook;
  const line = new TypedLine(text.trim());
  const receptacle = line.take(/(?<!\w)with\s+(?:an?\s+)?(?:receptacle|outlet)\s+(\d{1,2}-\d{2})(?![\w-])/i)?.[1];
  if (receptacle && !ownValue(codebook.outlets, receptacle as OutletType))
    return { problem: `There is no ${codebook.words.outlet} of type ${receptacle} in these rules` };
  const isAbandoned =
    line.take(/(?<!\w)(?:abandoned|dead|disused|(?:not|no longer|out of) (?:in )?use)(?!\w)/i) !== null;
  const socket = line.take(/(?<!\w)with\s+(?:a\s+)?socket(?!\w)/i) !== null;
  const isBackfed = line.take(/(?<!\w)back-?\s?fe(?:d|ed)(?!\w)/i) !== null;
  const nameplate =
    line.take(/(?<![\w.])\d[\d.,]*\s*(?:kva|kw|va|w)(?!\w)/i) ??
    line.take(/(?<![\w.])\d[\d.]*\s*a(?:mps?)?\s+(?:at\s+)?\d{2,3}\s*v(?:olts?)?(?!\w)/i);
  const handled = line.take(/(?<![\w.])(\d{1,3})\s*\/\s*([123])(?!\w)/);
  const poles =
    handled?.[2] ??
    line.take(/(?<![\w.])([1-4])\s*-?\s*p(?:oles?)?(?!\w)/i)?.[1] ??
    ownValue(POLE_WORDS, line.take(/(?<!\w)(single|double|two|three)[- ]pole(?!\w)/i)?.[1]?.toLowerCase() ?? "");
  const rcd = asksFor.rcd
    ? (line.take(/(?<!\w)rcd(?:\s+type)?\s+(ac|a|f|b)(?!\w)/i) ??
        line.take(/(?<!\w)type\s+(ac|a|f|b)\s+rcd(?!\w)/i))?.[1]
    : undefined;
  const curve = board.curves ? line.take(/(?<!\w)([bcd])\s?(\d{1,3})\s?a?(?!\w)/i) : null;
  const rating = curve
    ? `${curve[1]}${curve[2]}`
    : (handled?.[1] ??
      line.take(/(?<![\w.])(\d{1,4})\s?a(?:mps?)?(?!\w)/i)?.[1] ??
      line.take(/(?<![\w.-])(\d{1,4})(?![\w.])/)?.[1]);
  const kinds = line.takeEnds((word) =>
    Boolean(ownValue(board.deviceNames, word) ?? ownValue(board.protectNames, word)),
  );
  const label = line.rest.trim();
  const leftOver = LEFT_OVER.exec(label);
  if (leftOver) return { problem: `"${leftOver[0].trim()}" is not understood; for example: ${board.examples.device}` };

  if (isAbandoned && (nameplate || receptacle || isBackfed))
    return { problem: "An abandoned circuit feeds nothing: leave out what it fed" };
  const load = nameplate ? loadOf(`${label} ${nameplate[0]}`, codebook, volts) : null;
  if (load && "problem" in load) return load;
  // The trade's short names are written out: "ac" is Air conditioning at the breaker as in the ledger.
  const name = label.length <= LONGEST_ABBREVIATION ? (load?.load.label ?? label) : label;
  const read = parseDevice([poles && `${poles}p`, ...kinds, rating, name].filter(Boolean).join(" "), board);
  if ("problem" in read) return read;
  if (socket && load?.load.kind !== "cooker")
    return {
      problem: '"with socket" is for a cooker\'s control: add its rating, for example: cooker 10.5kw with socket b32',
    };
  const byRule = load || isAbandoned || isBackfed ? null : circuitLoad(name, read.device.ratingA, codebook, volts);
  const outputA = isBackfed ? Math.round(((read.device.ratingA ?? 0) / codebook.sourceFactor) * 10) / 10 : null;
  return {
    device: {
      ...read.device,
      ...(rcd && { rcd: rcd.toUpperCase() as NonNullable<Circuit["rcd"]> }),
      ...(outputA !== null && { backfeed: { outputA } }),
      ...(isAbandoned && { status: "abandoned" as const }),
    },
    outlet: (receptacle as OutletType | undefined) ?? null,
    load: load ? { ...load.load, ...(socket && { socketOnControl: true }) } : byRule,
    understood: [
      read.understood,
      rcd && `on a type ${rcd.toUpperCase()} RCD`,
      outputA !== null && `backfed, with ${showA(outputA)} taken as the source's output`,
      isAbandoned && "abandoned: it stays in its place and feeds nothing",
      load && `load: ${load.understood}${socket ? ", with a socket on its control" : ""}`,
      byRule && `load: ${byRule.label}, ${inWords(byRule)}`,
      receptacle && `${codebook.words.outlet} ${receptacle}`,
    ]
      .filter(Boolean)
      .join("; "),
  };
}

/**
 * The load that the rules count for a whole circuit, by its name: sockets at the rating of their device, or a
 * small-appliance or laundry circuit at a fixed VA.
 * @returns null where the name means another load, or another one too
 */
function circuitLoad(
  name: string,
  ratingA: number | null | undefined,
  { loadKinds }: Codebook,
  volts: number,
): Omit<Load, "id"> | null {
  const words = name.toLowerCase();
  const kind = findKind(words, loadKinds);
  if (
    !kind?.isCircuit ||
    findKind(
      words,
      loadKinds.filter((k) => k !== kind),
    ) !== null
  )
    return null;
  const label = capital(name);
  if (kind.fixedVA !== undefined) return { kind: kind.kind, label };
  return ratingA ? { kind: kind.kind, label, amps: ratingA, volts } : null;
}
/** Without a nameplate the rules fix the VA. */
const inWords = ({ amps }: Omit<Load, "id">): string => (amps === undefined ? "counted by rule" : showA(amps));

function loadOf(text: string, codebook: Codebook, volts: number) {
  const read = parseLoads(text, codebook, volts);
  if ("problem" in read) return read;
  const [only, ...others] = read;
  return only && others.length === 0 ? only : { problem: `"${text}": enter one load a line` };
}
