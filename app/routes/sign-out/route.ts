import { redirect } from "react-router";
import { object, string } from "yup";
import { readForm } from "#server/input.ts";
import { signOut } from "#server/sessions.ts";
import type { Route } from "./+types/route";

const form = object({ where: string() });

export async function action({ request }: Route.ActionArgs) {
  const { value } = await readForm(request, form);
  const everywhere = value?.where === "everywhere";
  return redirect("/sign-in", { headers: { "Set-Cookie": await signOut(request, everywhere) } });
}
export const loader = () => redirect("/");
