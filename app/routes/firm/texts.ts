/** `GET /firm/texts`: the firm's blocks of text, for the quote of an open job. */
import { firmContext, forOpenPages } from "#server/middleware.ts";
import type { Route } from "./+types/texts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export const loader = async ({ context }: Route.LoaderArgs) =>
  Response.json(await context.get(firmContext).texts.list(), { headers: { "Cache-Control": "no-store" } });
