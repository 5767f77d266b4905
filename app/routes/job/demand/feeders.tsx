/** Feeders and buses of the sub-panels: what each carries and what is spare. */
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { WideTable } from "#ui/frame/wide-table.tsx";
import { useJobLater } from "#ui/job-store/use-job.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import styles from "./demand.module.css";

export function FeederTable() {
  const { assessment, document } = useJobLater();
  if (assessment.feeders.length === 0) return null;
  const charger = document.charger?.panel;
  const { words } = codebookOf(document.rules);
  return (
    <Section title={`Feeders of ${words.subPanel}s`}>
      <WideTable label="Feeders">
        <table className={styles.lines}>
          <thead>
            <tr>
              <th>Feeder or bus</th>
              <th className={styles.number}>Rating</th>
              <th className={styles.number}>Carries</th>
              <th className={styles.number}>Spare</th>
            </tr>
          </thead>
          <tbody>
            {assessment.feeders.map((feeder) => (
              <tr key={feeder.name}>
                <td>
                  {capital(feeder.name)}
                  {feeder.panel === charger && <span className={styles.kind}>the charger's circuit starts here</span>}
                </td>
                <td className={`${styles.number} figure`}>{showA(feeder.ratingA)}</td>
                <td className={`${styles.number} figure`}>{showA(feeder.demandA)}</td>
                <td className={styles.number}>
                  <Figure why={feeder.explain}>{showA(feeder.headroomA)}</Figure>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </WideTable>
    </Section>
  );
}
