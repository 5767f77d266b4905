/** A file of interval data: whether it can be evidence, its peaks, and its quality. */
import { Alert, Button, Tag } from "antd";
import { Suspense, useMemo, useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import { showDay, withLocalDates } from "#core/dates.ts";
import { demandInput, demandVA } from "#core/demand/calculate.ts";
import { dayOfWall, wallAt } from "#core/energy/intervals/clock.ts";
import { PLAIN_FINDINGS } from "#core/energy/intervals/quality.ts";
import { firstAgainst } from "#core/rules/demand/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber, showPercent } from "#core/units.ts";
import { ChartPlace } from "#ui/chart/chart-place.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { lengthInWords } from "./in-words.ts";
import styles from "./measured.module.css";
import type { MeasuredFiles, OpenFile } from "./use-files.ts";

const Charts = lazyPart(() => import("./charts.tsx"));
const FINDINGS_SHOWN = 8;

export function DataSheet({ open, files }: { open: OpenFile; files: MeasuredFiles }) {
  const { about, analysis, asked } = open;
  const { document, assessment } = useJob();
  const store = useJobStore();
  const [isOurs, setIsOurs] = useState(false);
  const [charts, setCharts] = useState(false);
  const [allFindings, setAllFindings] = useState(false);
  const codebook = codebookOf(document.rules);
  const isEvidence = document.measured?.digest === about.digest;
  const { evidence } = analysis;
  const { ratingA } = assessment.supply;
  const judged = useMemo(() => {
    const method = codebook.methods.find((m) => m.measures);
    if (!method) return null;
    const measured = isEvidence && document.measured ? document.measured : evidence;
    // The job as it will be once this file is the evidence.
    const supply = analysis.exports ? { ...document.supply, onsiteGeneration: true } : document.supply;
    const input = demandInput({ ...document, supply, measured }, codebook, ratingA);
    const conditions = method.conditions?.(input) ?? [];
    return {
      conditions,
      against: firstAgainst(conditions),
      demandA: demandVA(method, input) / input.volts,
      rule: method.rule,
    };
  }, [codebook, document, analysis.exports, evidence, isEvidence, ratingA]);
  const findings = [...analysis.above, ...about.quality.findings];
  const [shown, rest] = [findings.slice(0, FINDINGS_SHOWN), findings.slice(FINDINGS_SHOWN)];
  const doubtful = analysis.above.length > 0 && !isOurs && !isEvidence;
  const dated = (sentence: string) => withLocalDates(sentence, codebook.conventions);
  const wall = (atS: number) => showDay(dayOfWall(wallAt(about.clock, atS)), codebook.conventions);
  const ofRating = `${showA(ratingA)}${document.supply.ratingA ? "" : ", which is assumed until the rating is read"}`;
  const endS = about.startS + about.count * about.intervalS;
  return (
    <article className={styles.sheet} aria-label={about.name}>
      <header>
        <h3>
          {about.name} {about.madeUp && <Tag>made up for practice</Tag>}
        </h3>
        <p className="quiet">
          {about.form}, {lengthInWords(about.intervalS, about.quality.days)}, {wall(about.startS)} to {wall(endS - 1)};{" "}
          {showPercent(about.quality.covered)} of it present. {analysis.onlyLastYear && "Its last year counts. "}
          <span title={about.digest}>SHA-256 {about.digest.slice(0, 12)}</span>
          {asked && (
            <>
              {" "}
              <Button size="small" type="link" onClick={files.askAgain}>
                Its columns were read wrongly
              </Button>
            </>
          )}
        </p>
      </header>
      {judged && (
        <>
          <p role="status" className={styles.verdict}>
            {judged.against
              ? `Indication only. ${judged.against}.`
              : `The rules are met: ${showA(judged.demandA)} by ${judged.rule} leaves ${showA(ratingA - judged.demandA)} of ${ofRating}.`}
          </p>
          <ul className="plain">
            {judged.conditions.map((c) => (
              <li key={c.asks}>
                <b className={c.met ? "holds" : "stops"}>{c.met ? "Met" : "Not met"}</b> {c.asks}: {c.found}{" "}
                <span className="quiet">{c.rule}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {(analysis.exports || document.supply.onsiteGeneration) && (
        <Alert
          type="warning"
          title={`${analysis.exports ? "The home exports in this data." : "The home generates its own electricity."} A net meter hides load behind generation: ask for the generation record too.`}
        />
      )}
      {doubtful && (
        <Alert
          type="error"
          role="alert"
          title={analysis.above.map((f) => <p key={f.text}>{dated(f.text)}</p>)}
          action={<Button onClick={() => setIsOurs(true)}>Yes, it is this home's</Button>}
        />
      )}
      {isEvidence ? (
        <p className="holds">This file is the evidence of the job.</p>
      ) : about.madeUp ? (
        <p className="quiet">Made-up data is for practice and for the replay of nights; it is not evidence.</p>
      ) : (
        <Button
          type="primary"
          disabled={doubtful}
          onClick={() => {
            const { document: now } = store.getState();
            // A home that exports has its own source, even where the survey has no answer yet.
            const solar = analysis.exports ? setValue(now, "/supply/onsiteGeneration", true) : [];
            store.edit([...setValue(now, "/measured", evidence), ...solar]);
          }}
        >
          Make it the evidence
        </Button>
      )}
      <div className={styles.columns}>
        <div>
          <h4>Highest {showNumber(analysis.blockMinutes)}-minute averages</h4>
          <ol>
            {analysis.peaks.map((p) => (
              <li key={p.atS}>
                <b className="figure">{showA(p.amps)}</b> {dated(p.when)}
                {p.causes.length > 0 && <span className="quiet"> likely {p.causes.join(" and ")}</span>}
              </li>
            ))}
          </ol>
        </div>
        <div>
          <h4>Quality of the data</h4>
          {findings.length === 0 ? (
            <p>No gap, no repeat, nothing that looks wrong.</p>
          ) : (
            <ul>
              {[...shown, ...(allFindings ? rest : [])].map((f) => (
                <li key={`${f.text} ${f.fromS}`} className={PLAIN_FINDINGS.includes(f.code) ? "" : "looks"}>
                  {f.line !== undefined && <span className="quiet">line {f.line}: </span>}
                  {dated(f.text)}
                </li>
              ))}
            </ul>
          )}
          {rest.length > 0 && !allFindings && (
            <Button size="small" type="link" onClick={() => setAllFindings(true)}>
              and {rest.length} more
            </Button>
          )}
        </div>
      </div>
      {charts ? (
        <Suspense fallback={<ChartPlace height={344} />}>
          <Charts analysis={analysis} findings={findings} clock={about.clock} ratingA={ratingA} />
        </Suspense>
      ) : (
        <Button onClick={() => setCharts(true)}>Show the charts</Button>
      )}
    </article>
  );
}
