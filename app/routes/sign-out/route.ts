import { redirect } from "react-router";
import { readForm } from "#server/forms.ts";
import { signOut } from "#server/sessions.ts";
import type { Route } from "./+types/route";

export async function action({ request }: Route.ActionArgs) {
  const everywhere = (await readForm(request)).get("where") === "everywhere";
  return redirect("/sign-in", { headers: { "Set-Cookie": await signOut(request, everywhere) } });
}
export const loader = () => redirect("/");
