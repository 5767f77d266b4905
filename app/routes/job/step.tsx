/** The title and the error boundary that all steps of a job share. */
import { type MetaFunction, useRouteError } from "react-router";
import { PageTrouble } from "#ui/frame/trouble.tsx";

/** "Survey of 22 Sluice Road - Heron" */
export const stepMeta =
  (step: string): MetaFunction =>
  ({ matches }) => {
    const job = matches.find((m) => m?.id === "routes/job/route")?.loaderData as { title?: string } | undefined;
    const title = job?.title;
    return [{ title: title ? `${step} of ${title} - Heron` : "Heron" }];
  };

/** In the place of a step alone: head, answer and the other steps stay, and nothing that was typed is lost. */
export const StepTrouble = () => <PageTrouble error={useRouteError()} inJob />;
