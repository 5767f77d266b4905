/** As built: what was found different becomes the case, and the way is judged again. */
import { Alert } from "antd";
import { Link, useParams } from "react-router";
import { segmentFields } from "#core/case/fields/run.ts";
import { decisionNow, takenWay } from "#core/decide/decision.ts";
import { showA, showSize } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import styles from "./log.module.css";

export function AsBuiltSection() {
  const { document, assessment } = useJob();
  const { jobId } = useParams();
  const way = takenWay(assessment);
  const decided = decisionNow(document, assessment);
  const segments = document.run?.segments ?? [];
  return (
    <Section id="as-built" title="As built">
      {decided && decided.shaken.length > 0 ? (
        <Alert
          type="error"
          showIcon
          title="The decided way does not hold as it was built"
          description={
            <ul>
              {decided.shaken.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          }
        />
      ) : (
        way && (
          <p>
            {way.name}: {showA(way.chargeA)}
            {way.circuit && `, ${showSize(way.circuit.conductor.size)} on ${showA(way.circuitA)}`}
            {way.verdict === "ruled-out" ? " is ruled out as it is entered now." : " holds as it is entered now."}
          </p>
        )
      )}
      <p className="quiet">
        Enter here what was laid differently. The circuit is designed and judged again at once; all of its fields are on{" "}
        <Link to={`/jobs/${jobId}/circuit#run`}>Circuit</Link>.
      </p>
      {segments.map((_, i) => (
        // Parts have no id of their own; they are edited in place.
        // biome-ignore lint/suspicious/noArrayIndexKey: see above
        <div key={i} className={styles.built}>
          <h3 className={styles.part}>Part {i + 1}</h3>
          <Fields>
            <CaseField of={segmentFields.length} index={[i]} />
            <CaseField of={segmentFields.rise} index={[i]} />
          </Fields>
        </div>
      ))}
    </Section>
  );
}
