/** Requests to the server whose answers are read by their schema. */
import { PERSON_HEADER } from "#core/headers.ts";
import { type AnswerFormat, parseAnswer } from "#core/wire.ts";
import { devicePerson } from "#ui/offline/device-people.ts";

/** A header that says whose edit, picture or file is sent: the server refuses it under another name. */
export const asDevicePerson = (): Record<string, string> => ({ [PERSON_HEADER]: devicePerson().id });

/** The server is in trouble of any kind. */
const inTrouble = (status: number) => status >= 500 || status === 429;
/** Only what passes by itself: no server, no database, too much to do. */
export const isPassing = (status: number) => [429, 502, 503, 504].includes(status);

/**
 * @param isNoAnswer statuses that count as no answer
 * @returns the answer, or null without one within `patienceMs`
 */
export async function fetchAnswer(
  address: string,
  init: RequestInit,
  patienceMs: number,
  isNoAnswer = inTrouble,
): Promise<Response | null> {
  try {
    const response = await fetch(address, { ...init, signal: AbortSignal.timeout(patienceMs) });
    return isNoAnswer(response.status) ? null : response;
  } catch {
    return null;
  }
}

/**
 * Asks for JSON of a known format.
 * @returns null without an answer, or where the answer is refused or of another format
 */
export async function askFor<T>(
  wanted: AnswerFormat<T>,
  address: string,
  patienceMs: number,
  init: RequestInit = {},
): Promise<T | null> {
  const response = await fetchAnswer(address, init, patienceMs);
  return response?.ok ? parseAnswer(wanted, await response.text().catch(() => "")) : null;
}

export const UNREACHABLE = "Heron cannot be reached just now. Try again in a moment.";

export type PostProblem = { kind: "problem"; problem: string };

/**
 * Posts a form whose answer is of a known format.
 * @param isNoAnswer as for `fetchAnswer`
 * @returns a text of another format as the problem; one sentence where Heron cannot be reached
 */
export async function postForm<T>(
  wanted: AnswerFormat<T>,
  address: string,
  fields: Record<string, string>,
  patienceMs: number,
  isNoAnswer = inTrouble,
): Promise<T | PostProblem> {
  const init = { method: "POST", body: new URLSearchParams(fields) };
  const response = await fetchAnswer(address, init, patienceMs, isNoAnswer);
  const text = await response?.text().catch(() => null);
  if (typeof text !== "string") return { kind: "problem", problem: UNREACHABLE };
  return parseAnswer(wanted, text) ?? { kind: "problem", problem: text };
}
