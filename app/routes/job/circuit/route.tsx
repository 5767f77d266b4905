/** Circuit: the run from the panel to the charger, its conductor with every check, and the whole as a single line. */
import { useState } from "react";
import { codebookOf } from "#core/codebook/index.ts";
import { takenWay } from "#core/decide/decision.ts";
import { useJob, useJobLater } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import type { Route } from "./+types/route";
import { Checks, Design } from "./design.tsx";
import { Materials } from "./materials.tsx";
import { Place } from "./place/place.tsx";
import { Run } from "./run.tsx";
import { SingleLine } from "./single-line.tsx";

export const meta = stepMeta("Circuit");
export { StepTrouble as ErrorBoundary };

/** The way that was decided, else the recommended one. */
export default function Circuit({ params: { jobId } }: Route.ComponentProps) {
  const { document } = useJob();
  const { assessment } = useJobLater();
  const way = takenWay(assessment);
  const [drawing, setDrawing] = useState<number | null>(null);
  const draw = (part: number) => {
    setDrawing(part);
    globalThis.document.getElementById("place")?.scrollIntoView({ block: "start" });
  };
  return (
    <>
      <Design way={way} />
      <Place drawing={drawing} onDrawn={() => setDrawing(null)} />
      <Run
        rules={codebookOf(document.rules).circuit}
        managed={way?.limitA !== undefined}
        onDraw={document.place ? draw : null}
      />
      {way?.circuit && <Checks way={{ ...way, circuit: way.circuit }} />}
      {way && way.verdict !== "ruled-out" && <Materials way={way} jobId={jobId} />}
      {way && way.verdict !== "ruled-out" && <SingleLine way={way} jobId={jobId} />}
    </>
  );
}
