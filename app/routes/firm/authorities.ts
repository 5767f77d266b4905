/** `GET /firm/authorities`: what the firm knows of authorities, for an open job. */
import { firmContext, forOpenPages } from "#server/middleware.ts";
import type { Route } from "./+types/authorities";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export const loader = async ({ context }: Route.LoaderArgs) =>
  Response.json(await context.get(firmContext).authorities.list(), { headers: { "Cache-Control": "no-store" } });
