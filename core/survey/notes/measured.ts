/** Reads a measurement of the demand: `measured 52 A over 31 days, 30 min, winter`. */
import { parseNumber } from "#core/quantity/parse.ts";
import { TypedLine } from "#core/quantity/typed-line.ts";
import { showDays, showNumber } from "#core/units.ts";
import type { NoteReader } from "./types.ts";
import { setRead } from "./values.ts";

/** Reads a line with a measured demand. */
export const readMeasured: NoteReader = (text, { document, codebook }) => {
  const line = new TypedLine(text);
  if (!line.take(/^(?:measured(?:\s+(?:demand|maximum|max|peak))?|recorded|maximum\s+demand)(?!\w)[:\s]*/i))
    return null;
  const max = line.take(/(?<![\w.])([\d.,]+)\s*(a|amps?|kw)(?!\w)/i);
  const value = max ? parseNumber(max[1] as string) : null;
  const days = Number(line.take(/(?<!\w)(?:over\s+|in\s+|for\s+)?(\d{1,4})\s*days?(?!\w)/i)?.[1] ?? Number.NaN);
  const minutes = Number(
    line.take(
      /(?<!\w)(?:every\s+|over\s+)?(\d{1,3})[\s-]*min(?:s|utes?)?(?:\s+(?:averages?|intervals?|blocks?))?(?!\w)/i,
    )?.[1] ?? Number.NaN,
  );
  const season = line.take(/(?<!\w)(?:in\s+)?(?:the\s+)?(winter|heating\s+season|summer)(?!\w)/i)?.[1]?.toLowerCase();
  if (!max || value === null || Number.isNaN(days) || Number.isNaN(minutes))
    return {
      problem: "A measurement has its highest value, its days and its interval: measured 52 A over 31 days, 30 min",
    };
  if (!line.isUsedUp) return { problem: `"${line.rest.trim()}" is not understood of a measurement` };
  const unit = /^k/i.test(max[2] as string) ? "kW" : "A";
  const measured = {
    source: codebook.survey.usualSource(days, minutes),
    days,
    intervalMinutes: minutes,
    max: { value, unit },
    ...(season && { heatingSeason: season !== "summer" }),
  };
  return {
    understood: `Measured: at most ${showNumber(value)} ${unit} in ${showDays(days)} of ${minutes}-minute averages${season ? `, ${season === "summer" ? "not " : ""}in the heating season` : ""}`,
    patch: setRead(document, "/measured", measured),
  };
};
