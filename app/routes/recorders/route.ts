/**
 * `GET /recorders`: those that answer; `?address=` one of them, as it reads now; `&records` what it has recorded, as CSV.
 * `POST` with an address and `start` or `stop`.
 */
import { object, string } from "yup";
import { readJson, readQuery } from "#server/input.ts";
import { answerInWords, forOpenPages, personContext } from "#server/middleware.ts";
import {
  commandRecorder,
  findRecorders,
  isRecorderOf,
  RecorderSilent,
  readRecorder,
  recorderStatus,
} from "#server/recorders.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { BODY } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

/** A recorder that does not answer is not the sender's fault: the answer explains it in words. */
const unlessSilent = async (work: () => Promise<Response>): Promise<Response> => {
  try {
    return await work();
  } catch (error) {
    if (error instanceof RecorderSilent) return json({ silent: SILENT });
    throw error;
  }
};
const SILENT =
  "The recorder does not answer. It keeps what it has recorded: check its power supply and its network cable.";
const json = (value: unknown): Response => Response.json(value, { headers: { "Cache-Control": "no-store" } });

const query = object({ address: string().max(80), records: string().max(10) });

export const loader = ({ request, context }: Route.LoaderArgs) =>
  unlessSilent(async () => {
    const { firmId } = context.get(personContext);
    const { address, records } = readQuery(request, query);
    if (address === undefined) return json(await findRecorders(firmId));
    if (!isRecorderOf(firmId, address)) return refuse("not-found");
    if (records === undefined) return json(await recorderStatus(address));
    return new Response(await readRecorder(address), {
      headers: { "Content-Type": "text/csv; charset=utf-8", "Cache-Control": "no-store" },
    });
  });

export const action = ({ request, context }: Route.ActionArgs) =>
  answerInWords(() =>
    unlessSilent(async () => {
      if (request.method !== "POST") return refuse("wrong-method");
      const asked = await readJson(request, BODY);
      if (!isRecorderOf(context.get(personContext).firmId, asked.address)) return refuse("not-found");
      return json(await commandRecorder(asked.address, asked.command));
    }),
  );
