import { redirect } from "react-router";
import { readForm } from "#server/input.ts";
import { signOut } from "#server/sessions.ts";
import type { Route } from "./+types/route";
import { FORM } from "./forms.ts";

export async function action({ request }: Route.ActionArgs) {
  const { value } = await readForm(request, FORM);
  const everywhere = value?.where === "everywhere";
  return redirect("/sign-in", { headers: { "Set-Cookie": await signOut(request, everywhere) } });
}
export const loader = () => redirect("/");
