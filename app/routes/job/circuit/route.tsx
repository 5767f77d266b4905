/** Circuit: the run from the panel to the charger, its conductor with every check, and the whole as a single line. */
import { Button } from "antd";
import { useState } from "react";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { lower } from "#core/words.ts";
import { SectionBar } from "#ui/frame/section-bar.tsx";
import { useJob, useJobLater } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import type { Route } from "./+types/route";
import styles from "./circuit.module.css";
import { ChecksSection, DesignSection } from "./design.tsx";
import { MaterialsSection } from "./materials.tsx";
import { PlaceSection } from "./place/place.tsx";
import { RunSection } from "./run.tsx";
import { SingleLineSection } from "./single-line.tsx";

export const meta = stepMeta("Circuit");
export { StepTrouble as ErrorBoundary };

/** The circuit of the decided way, otherwise of the recommended one. */
export default function CircuitPage({ params: { jobId } }: Route.ComponentProps) {
  const { document } = useJob();
  const { assessment } = useJobLater();
  const taken = takenWay(assessment);
  // The recommendation may change while a run is entered; the way being edited stays selected.
  const [held, setHeld] = useState(taken?.way);
  const way = assessment.decided ? taken : (assessment.ways.find((w) => w.way === held) ?? taken);
  const isUsable = way !== null && way.verdict !== "ruled-out";
  // A run is that of a feeder or that of the circuit.
  const design = way?.feeder?.design ?? way?.circuit;
  const [drawing, setDrawing] = useState<number | null>(null);
  const draw = (part: number) => {
    setDrawing(part);
    globalThis.document.getElementById("place")?.scrollIntoView({ block: "start" });
  };
  return (
    <>
      <SectionBar
        sections={[
          { id: "design", name: "Circuit" },
          { id: "place", name: "Place" },
          { id: "run", name: "Run" },
          Boolean(design) && { id: "checks", name: "Checks" },
          isUsable && (way?.lines.length ?? 0) > 0 && { id: "materials", name: "Materials" },
          isUsable && { id: "single-line", name: "Single line" },
        ]}
      />
      {way && taken && way.way !== taken.way && (
        <p className={styles.otherWay} role="status">
          With this run, another way is recommended: {lower(taken.name)}.{" "}
          <Button onClick={() => setHeld(taken.way)}>Show its circuit</Button>
        </p>
      )}
      <DesignSection way={way} isRecommended={way?.way === taken?.way} />
      <PlaceSection drawing={drawing} onDrawn={() => setDrawing(null)} />
      <RunSection
        rules={codebookOf(document.rules).circuit}
        managed={way?.limitA !== undefined}
        onDraw={document.place ? draw : null}
      />
      {way && design && <ChecksSection way={way} design={design} />}
      {isUsable && <MaterialsSection way={way} jobId={jobId} />}
      {isUsable && <SingleLineSection way={way} jobId={jobId} />}
    </>
  );
}
