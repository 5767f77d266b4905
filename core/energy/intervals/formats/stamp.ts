/** Dates and clock times as meters, recorders and portals write them. */

export type DateOrder = "ymd" | "dmy" | "mdy";

const DAY_S = 86_400;
/** No clock on earth is further from UTC. */
const MOST_OFFSET_S = 15 * 3600;
const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
const NUMBERS = /^(\d{1,4})[-/. ](\d{1,2}|[A-Za-z]{3,9})[-/. ,]+(\d{1,4})$/;
const MONTH_FIRST = /^([A-Za-z]{3,9})\.?[ -](\d{1,2})[ ,-]+(\d{4})$/;
const TIME = /^(\d{1,2})(?::?(\d{2}))?(?::(\d{2})(?:[.,]\d+)?)?\s*(?:([AaPp])\.?[Mm]\.?)?$/;
const OFFSET = /\s*(?:(Z|UTC|GMT)|([+-])(\d{2}):?(\d{2})?)$/;
const SECONDS = /^\d{9,10}(\.\d+)?$/;
const MILLISECONDS = /^\d{12,13}$/;

const monthNamed = (text: string): number => MONTHS.indexOf(text.slice(0, 3).toLowerCase()) + 1;
const daysIn = (year: number, month: number): number =>
  month === 2
    ? year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
      ? 29
      : 28
    : [4, 6, 9, 11].includes(month)
      ? 30
      : 31;

/** Days since 1970 of a date; NaN where there is no such day. */
function daysOf(year: number, month: number, day: number): number {
  if (year < 1970 || year > 2200 || month < 1 || month > 12 || day < 1 || day > daysIn(year, month)) return Number.NaN;
  return Date.UTC(year, month - 1, day) / 86_400_000;
}

/** Days since 1970 of a written date; NaN for an invalid or impossible date. */
export function readDay(text: string, order: DateOrder): number {
  if (/^\d{8}$/.test(text)) return daysOf(+text.slice(0, 4), +text.slice(4, 6), +text.slice(6));
  const named = text.match(MONTH_FIRST);
  if (named) return daysOf(Number(named[3]), monthNamed(named[1] as string), Number(named[2]));
  const found = text.match(NUMBERS);
  if (!found) return Number.NaN;
  const [, a, b, c] = found as unknown as [string, string, string, string];
  if (/[A-Za-z]/.test(b)) {
    const [year, day] = a.length === 4 ? [Number(a), Number(c)] : [yearOf(c), Number(a)];
    return daysOf(year, monthNamed(b), day);
  }
  if (a.length >= 3) return daysOf(Number(a), Number(b), Number(c));
  return order === "mdy" ? daysOf(yearOf(c), Number(a), Number(b)) : daysOf(yearOf(c), Number(b), Number(a));
}
const yearOf = (text: string): number => (text.length <= 2 ? 2000 + Number(text) : Number(text));

/** Seconds after midnight of a written clock time, 24:00 included; NaN for an invalid one. */
export function readClock(text: string): number {
  const found = text.match(TIME);
  if (!found) return Number.NaN;
  const half = found[4]?.toLowerCase();
  let hour = Number(found[1]);
  if (found[2] === undefined && !half) return Number.NaN;
  const [minute, second] = [Number(found[2] ?? 0), Number(found[3] ?? 0)];
  if (half && (hour < 1 || hour > 12)) return Number.NaN;
  if (half) hour = (hour % 12) + (half === "p" ? 12 : 0);
  if (hour > 24 || minute > 59 || second > 59 || (hour === 24 && minute + second > 0)) return Number.NaN;
  return hour * 3600 + minute * 60 + second;
}

const digit = (text: string, at: number): number => text.charCodeAt(at) - 48;
const two = (text: string, at: number): number => {
  const [a, b] = [digit(text, at), digit(text, at + 1)];
  return a >= 0 && a <= 9 && b >= 0 && b <= 9 ? a * 10 + b : Number.NaN;
};

/**
 * Reads one time after the other; what came before is remembered, as rows of one day write the same date.
 * Its fields hold what was read last, so that half a million rows make no half a million objects.
 */
export class StampReader {
  /** On the wall clock, or in UTC where `offsetS` is 0 and was written; s since 1970. */
  wallS = 0;
  /** Seconds that the wall clock is ahead of UTC, as written; NaN where nothing was. */
  offsetS = Number.NaN;
  private date = "";
  private day = 0;

  constructor(readonly order: DateOrder) {}

  /** @returns whether there was a date and a time that exist; `2025-01-31` alone is its midnight */
  read(text: string): boolean {
    if (this.readIso(text)) return true;
    return this.readOther(text.trim());
  }

  /** A date and a time in separate cells. */
  readPair(date: string, clock: string): boolean {
    const seconds = readClock(clock.trim());
    if (!this.readDate(date.trim()) || Number.isNaN(seconds)) return false;
    this.wallS = this.day * DAY_S + seconds;
    this.offsetS = Number.NaN;
    return true;
  }

  /** Puts its midnight into `wallS`. */
  readDate(text: string): boolean {
    if (text !== this.date) {
      const day = readDay(text, this.order);
      if (Number.isNaN(day)) return false;
      this.date = text;
      this.day = day;
    }
    this.wallS = this.day * DAY_S;
    return true;
  }

  /** The usual way, without a pattern: "2025-03-30T01:30" with seconds, Z or an offset after it. */
  private readIso(text: string): boolean {
    if (text.length < 16 || text.charCodeAt(4) !== 45 || text.charCodeAt(13) !== 58) return false;
    const t = text.charCodeAt(10);
    if (t !== 84 && t !== 32) return false;
    const [hour, minute] = [two(text, 11), two(text, 14)];
    if (!(hour <= 23 && minute <= 59)) return false;
    let second = 0;
    let at = 16;
    if (text.charCodeAt(16) === 58) {
      second = two(text, 17);
      if (!(second <= 59)) return false;
      at = 19;
      if (text.charCodeAt(at) === 46) {
        at++;
        while (digit(text, at) >= 0 && digit(text, at) <= 9) at++;
      }
    }
    let offsetS = Number.NaN;
    if (at < text.length) {
      const sign = text.charCodeAt(at);
      if (sign === 90 && at + 1 === text.length) offsetS = 0;
      else if ((sign === 43 || sign === 45) && (text.length === at + 6 || text.length === at + 5)) {
        const offset = two(text, at + 1) * 3600 + two(text, text.length - 2) * 60;
        if (!(offset <= MOST_OFFSET_S)) return false;
        offsetS = sign === 43 ? offset : -offset;
      } else return false;
    }
    if (!this.readDate(text.slice(0, 10))) return false;
    this.wallS += hour * 3600 + minute * 60 + second;
    this.offsetS = offsetS;
    return true;
  }

  private readOther(text: string): boolean {
    if (SECONDS.test(text) || MILLISECONDS.test(text)) {
      this.wallS = Math.round(text.length >= 12 && !text.includes(".") ? Number(text) / 1000 : Number(text));
      this.offsetS = 0;
      return true;
    }
    const offset = /\d:\d\d/.test(text) ? text.match(OFFSET) : null;
    const bare = offset ? text.slice(0, offset.index).trim() : text;
    const split = bare.match(/^(.*?[^\s,T])[\sT,]+(\d{1,2}(?::\d{2}){1,2}(?:[.,]\d+)?\s*(?:[AaPp]\.?[Mm]\.?)?)$/);
    const known = split ? this.readPair(split[1] as string, split[2] as string) : this.readDate(bare);
    if (!known) return false;
    const hours = Number(offset?.[3] ?? 0) * 3600 + Number(offset?.[4] ?? 0) * 60;
    if (hours > MOST_OFFSET_S) return false;
    this.offsetS = offset ? (offset[2] === "-" ? -hours : hours) : Number.NaN;
    return true;
  }
}
