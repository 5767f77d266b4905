import { data } from "react-router";
import { readForm } from "#server/forms.ts";
import { themeCookie } from "#ui/theme/cookie.server.ts";
import type { Route } from "./+types/route";

export async function action({ request }: Route.ActionArgs) {
  const theme = (await readForm(request)).get("theme") === "cupboard" ? "cupboard" : "light";
  return data(null, { headers: { "Set-Cookie": await themeCookie(theme) } });
}
