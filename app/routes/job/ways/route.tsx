/** Ways: all of them on one sheet, each with its own waterline and its path from the supply to the car. */
import { codebookOf } from "#core/codebook/index.ts";
import { showA, showKWh, showNumber } from "#core/units.ts";
import { commonScaleA } from "#core/waterline.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { lower } from "#core/words.ts";
import { CaseChoice } from "#ui/case-field/case-field.tsx";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { WayVerdict } from "#ui/frame/verdict.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { PathLine } from "#ui/path/path-line.tsx";
import { Waterline } from "#ui/waterline/waterline.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import type { Route } from "./+types/route";
import styles from "./ways.module.css";

const firstSentence = (text: string) => text.match(/^.*?[.](?= |$)/)?.[0] ?? text;

const RANK = { ready: 0, "with-work": 1, "ruled-out": 2 } as const;

export const meta = stepMeta("Ways");
export { StepTrouble as ErrorBoundary };

export default function Ways({ params: { jobId } }: Route.ComponentProps) {
  const { document, assessment, answer } = useJob();
  const open = answer.state === "open";
  const { recommended, because, ways } = assessment;
  const scaleA = commonScaleA(ways.map((w) => w.level));
  const ordered = [...ways].sort(
    (a, b) =>
      Number(b.way === recommended) - Number(a.way === recommended) ||
      RANK[a.verdict] - RANK[b.verdict] ||
      a.cost.typical - b.cost.typical,
  );
  return (
    <>
      <Section id="which" title="Which way">
        <p className={styles.because}>
          {open ? `So far only, as what is missing may turn it round: ${lower(firstSentence(because))}` : because}
        </p>
        <div className={styles.policy}>
          <CaseChoice
            label="What decides"
            pointer="/options/policy"
            fallback="least-work"
            options={[
              { value: "least-work", label: "Least work" },
              { value: "fastest", label: "Soonest" },
              { value: "most-current", label: "Most current" },
              { value: "future-ready", label: "Room for later" },
            ]}
          />
        </div>
      </Section>
      <ul className={styles.ways}>
        {ordered.map((way) => (
          <WayRow
            key={way.way}
            way={way}
            jobId={jobId}
            scaleA={scaleA}
            mark={way.way !== recommended ? null : open ? "looks best so far" : "recommended"}
          />
        ))}
      </ul>
      <p className="quiet">
        Prices and lead times are made up until your own price book is filled. What the{" "}
        {codebookOf(document.rules).words.authority} asks comes before this sheet.
      </p>
    </>
  );
}

const money = (amount: number, currency: string) =>
  `${currency === "GBP" ? "£" : "$"}${amount.toLocaleString("en-US")}`;
const days = (count: number) => (count === 1 ? "1 day" : `${showNumber(count)} days`);

function Figures({ way }: { way: WayJudgement }) {
  const out = way.verdict === "ruled-out";
  return (
    <dl className={styles.figures}>
      <div>
        <dt>Charging</dt>
        <dd>
          {way.limitA !== undefined && !out ? (
            <span className="figure">up to {showA(way.chargeA)}</span>
          ) : (
            <Figure why={way.explain}>{out ? "none" : showA(way.chargeA)}</Figure>
          )}
        </dd>
      </div>
      {way.limitA !== undefined && !out && (
        <div>
          <dt>Held below</dt>
          <dd>
            <Figure why={way.explain}>{showA(way.limitA)}</Figure>
          </dd>
        </div>
      )}
      {!out && (
        <>
          <div>
            <dt>A night</dt>
            <dd className="figure">{showKWh(way.energyPerNightKWh)}</dd>
          </div>
          <div>
            <dt>Price, typical</dt>
            <dd className="figure">{money(way.cost.typical, way.cost.currency)}</dd>
          </div>
          <div>
            <dt>Wait, typical</dt>
            <dd className="figure">{days(way.leadTimeDays.typical)}</dd>
          </div>
        </>
      )}
    </dl>
  );
}

function WayRow({
  way,
  jobId,
  scaleA,
  mark,
}: {
  way: WayJudgement;
  jobId: string;
  scaleA: number;
  mark: string | null;
}) {
  return (
    <li className={styles.way} data-way={way.way} data-verdict={way.verdict}>
      <Waterline level={way.level} width={64} height={104} scaleA={scaleA} detail="bank" />
      <div className={styles.what}>
        <h2>
          {way.name}
          {mark && <span className={styles.mark}>{mark}</span>}
        </h2>
        <p className="quiet">{way.means}</p>
        <p>
          <WayVerdict verdict={way.verdict} onlyConfirm={way.onlyConfirm} />
        </p>
      </div>
      <Figures way={way} />
      <div className={styles.reasons}>
        <ul>
          {way.reasons.map((r) => (
            <li key={r.code + r.text}>
              {r.text} <span className="quiet">({r.rule})</span>
            </li>
          ))}
        </ul>
      </div>
      {way.verdict !== "ruled-out" && (
        <details className={styles.more} open={mark !== null}>
          <summary>
            Path, work and cautions
            {way.work.length > 0 && (
              <span className="quiet">
                {" "}
                - {way.work.length === 1 ? "1 piece of work" : `${way.work.length} pieces of work`}
              </span>
            )}
          </summary>
          <PathLine links={way.path} tightest={way.tightest} jobId={jobId} label={`Path of ${way.name}`} />
          <ol className={styles.work}>
            {way.workItems.map((item) => (
              <li key={`${item.id}:${item.text}`}>{item.text}</li>
            ))}
          </ol>
          {way.cautions.map((text) => (
            <Caution key={text}>{text}</Caution>
          ))}
          <p className="quiet">{way.leaves}</p>
        </details>
      )}
    </li>
  );
}
