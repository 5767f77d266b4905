/** A position in the list of jobs as in a URL: the time of a job's change, and its id. */
import type { ListPlace } from "#server/job-list.ts";

export const placeText = ({ updatedAt, id }: ListPlace): string => `${updatedAt.getTime()}~${id}`;

/** The latest moment that is written with a year of four digits. */
const LATEST_MS = 253_402_300_799_999;

/** @returns null where the text names no place */
export function listPlaceOf(text: string): ListPlace | null {
  const [, ms, id] = /^(\d{1,15})~([\w-]{1,64})$/.exec(text) ?? [];
  return ms !== undefined && id !== undefined && Number(ms) <= LATEST_MS
    ? { updatedAt: new Date(Number(ms)), id }
    : null;
}

/** The position after the last job of a day such as "2026-11-29"; null for an invalid date. */
export function endOfDay(text: string): ListPlace | null {
  const day = /^\d{4}-\d{2}-\d{2}$/.test(text) ? new Date(`${text}T24:00:00Z`) : null;
  return day && !Number.isNaN(day.getTime()) ? { updatedAt: day, id: "" } : null;
}
