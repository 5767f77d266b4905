import { redirect } from "react-router";
import type { Route } from "./+types/first-step";

/** A job opens at its first step. */
export const loader = ({ params }: Route.LoaderArgs) => redirect(`/jobs/${params.jobId}/survey`);
export default function FirstStep() {
  return null;
}
