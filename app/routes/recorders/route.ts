/**
 * `GET /recorders`: those that answer; `?address=` one of them, as it reads now; `&records` what it has recorded, as CSV.
 * `POST` with an address and `start` or `stop`.
 */
import { object, string } from "yup";
import { answering, forOpenPages } from "#server/middleware.ts";
import {
  commandRecorder,
  findRecorders,
  isKnownRecorder,
  RecorderSilent,
  readRecorder,
  recorderStatus,
} from "#server/recorders.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

const command = object({
  address: string().max(80).required(),
  command: string()
    .oneOf(["start", "stop"] as const)
    .required(),
});

/** A recorder that went silent is no fault of whoever asks: it is told in words. */
const unlessSilent = async (work: () => Promise<Response>): Promise<Response> => {
  try {
    return await work();
  } catch (error) {
    if (error instanceof RecorderSilent) return json({ silent: SILENT });
    throw error;
  }
};
const SILENT = "The recorder does not answer. What it has recorded stays in it: look at its supply and its line.";
const json = (value: unknown): Response => Response.json(value, { headers: { "Cache-Control": "no-store" } });

export const loader = ({ request }: Route.LoaderArgs) =>
  unlessSilent(async () => {
    const asked = new URL(request.url).searchParams;
    const address = asked.get("address");
    if (address === null) return json(await findRecorders());
    if (!isKnownRecorder(address)) return refuse("not-found");
    if (!asked.has("records")) return json(await recorderStatus(address));
    return new Response(await readRecorder(address), {
      headers: { "Content-Type": "text/csv; charset=utf-8", "Cache-Control": "no-store" },
    });
  });

export const action = ({ request }: Route.ActionArgs) =>
  answering(() =>
    unlessSilent(async () => {
      if (request.method !== "POST") return refuse("wrong-method");
      const said = command.noUnknown().validateSync(await request.json(), { strict: true });
      if (!isKnownRecorder(said.address)) return refuse("not-found");
      return json(await commandRecorder(said.address, said.command));
    }),
  );
