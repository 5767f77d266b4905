import { data } from "react-router";
import { readForm } from "#server/input.ts";
import { refuse } from "#server/refusals.ts";
import { themeCookie } from "#ui/theme/cookie.server.ts";
import type { Route } from "./+types/route";
import { FORM } from "./forms.ts";

export async function action({ request }: Route.ActionArgs) {
  const { value } = await readForm(request, FORM);
  if (!value) throw refuse("bad-request");
  const { theme } = value;
  return data(null, { headers: { "Set-Cookie": await themeCookie(theme) } });
}
