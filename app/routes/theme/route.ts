import { data } from "react-router";
import { object, string } from "yup";
import { readForm } from "#server/input.ts";
import { refuse } from "#server/refusals.ts";
import { themeCookie } from "#ui/theme/cookie.server.ts";
import type { Route } from "./+types/route";

const form = object({
  theme: string()
    .oneOf(["light", "cupboard"] as const)
    .required(),
});

export async function action({ request }: Route.ActionArgs) {
  const { value } = await readForm(request, form);
  if (!value) throw refuse("bad-request");
  const { theme } = value;
  return data(null, { headers: { "Set-Cookie": await themeCookie(theme) } });
}
