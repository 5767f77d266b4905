/** The person who has the job open, and today's date. */
import { useRouteLoaderData } from "react-router";
import type { loader } from "./route.tsx";

export function useVisitor(): { personId: string; name: string; today: string } {
  const loaded = useRouteLoaderData<typeof loader>("routes/job/route");
  if (!loaded) throw new Error("a step stands inside its job");
  return { personId: loaded.person.id, name: loaded.person.name, today: loaded.today };
}
