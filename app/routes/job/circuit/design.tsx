/** The circuit in one line, then every check with its numbers, and the sizes beside the chosen one. */
import { Button } from "antd";
import { Suspense } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { candidatesOf, neighbouringSizes, type SizeCandidate } from "#core/circuit/candidates.ts";
import { askedByCheck } from "#core/circuit/confirmed.ts";
import { askedOf, askedOfFeeder, designFor, isDesigned } from "#core/circuit/design.ts";
import type { CircuitDesign, CircuitSpec, RouteCheck } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook, RegionWords } from "#core/rules/types.ts";
import { showA, showPercent, showSize } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital, lower } from "#core/words.ts";
import { ChartPlace } from "#ui/chart/chart-place.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { AnswerOnSite } from "../answer-on-site.tsx";
import styles from "./circuit.module.css";

/** Fetched when it is opened. */
const SizeChart = lazyPart(() => import("./size-chart.tsx"));

export function DesignSection({ way, isRecommended }: { way: WayJudgement | null; isRecommended: boolean }) {
  const { document } = useJob();
  const codebook = codebookOf(document.rules);
  const title = way ? `The circuit: ${way.name.toLowerCase()}` : "The circuit";
  return (
    <Section
      id="design"
      title={title}
      aside={<span className="quiet">{way && chosenBy(document, isRecommended)}</span>}
    >
      {way?.feeder && <Built design={way.feeder.design} codebook={codebook} isFeeder />}
      {way?.circuit && <Built design={way.circuit} codebook={codebook} />}
      {!way?.circuit && !way?.feeder && <p>{whyNone(document, codebook, way)}</p>}
    </Section>
  );
}

const chosenBy = ({ decision }: CaseDocument, isRecommended: boolean): string =>
  decision ? `decided by ${decision.by}` : isRecommended ? "recommended" : "shown for comparison";

/** Why there is no circuit to show. */
function whyNone(document: CaseDocument, codebook: Codebook, way: WayJudgement | null): string {
  const none = "conductor-limit";
  if (!document.run?.segments?.length)
    return "No run has been entered yet. Until then the conductor sets no limit, and its size and price are the usual ones.";
  if (!way) return "Every way is ruled out as things stand: there is no circuit to design.";
  const refused = way.reasons.find((r) => r.code === none);
  if (refused) return `${refused.text} (${refused.rule}).`;
  const least = designFor(document, codebook, codebook.charging.minimumA);
  if (least && !isDesigned(least)) return `${least.refused.numbers} (${least.refused.rule}).`;
  return "This way charges from an existing circuit: no new cable is run.";
}

interface BuiltProps {
  design: CircuitDesign;
  codebook: Codebook;
  isFeeder?: boolean;
}

function Built({ design, codebook: { circuit: rules, words, lengthUnit }, isFeeder = false }: BuiltProps) {
  // A British feeder is one cable like a circuit; in an American raceway the neutral goes with it.
  const live = isFeeder && lengthUnit === "ft" ? "three" : "two";
  return (
    <>
      <p className={styles.chosen}>
        <span className="figure">{showSize(design.conductor.size)}</span>{" "}
        {rules.types.find((t) => t.id === design.conductor.type)?.name ?? ""} on{" "}
        <span className="figure">{showA(design.deviceA)}</span>, for{" "}
        <span className="figure">{showA(design.chargeA)}</span> {isFeeder ? "on the feeder" : "of charging"}
      </p>
      <ol className={styles.built}>
        {design.segments.map((s, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of a run have no name
          <li key={i}>
            {rules.methods.find((m) => m.id === s.method)?.name ?? s.method}: {live} of{" "}
            <b className="figure">{showSize(s.conductor.size)}</b>, {words.earthConductor}{" "}
            <b className="figure">{showSize(s.earthConductor.size)}</b>
            {s.conduit && (
              <>
                , in <b className="figure">{s.conduit}</b>
              </>
            )}
          </li>
        ))}
      </ol>
      {design.cautions.map((c) => (
        <p key={c} className={styles.caution} role="note">
          {c}
        </p>
      ))}
    </>
  );
}

/** Every check with its numbers, and the sizes beside the chosen one. @param design of the way's feeder or circuit */
export function ChecksSection({ way, design }: { way: WayJudgement; design: CircuitDesign }) {
  const { document } = useJob();
  const codebook = codebookOf(document.rules);
  const { feeder } = way;
  const kept = !feeder && way.path.some((l) => l.kind === "conductor" && l.known !== "planned");
  const fed = document.panels.find(({ id }) => id === feeder?.panel);
  const asked =
    feeder && fed
      ? askedOfFeeder(document, codebook, fed, feeder.current)
      : askedOf(
          document,
          codebook,
          design.chargeA,
          kept ? { conductor: design.conductor, poles: way.phases } : undefined,
        );
  const ofStretches = design.stretches.flatMap(({ checks, conductor: { size, type } }) => {
    const of = `${showSize(size)} ${codebook.circuit.types.find((t) => t.id === type)?.name ?? ""}`.trim();
    return checks.map((c) => ({ ...c, label: `${c.label}: ${of}` }));
  });
  return (
    <Section id="checks" title="Checks">
      <CheckTable checks={inOrder([...design.checks, ...ofStretches])} />
      {asked && <Sizes asked={asked} design={design} codebook={codebook} mayChoose={!kept} />}
      {asked && !kept && !feeder && (
        <Fold title="Size against length" isLazy>
          <Suspense fallback={<ChartPlace height={320} />}>
            <SizeChart asked={asked} design={design} codebook={codebook} perNightKWh={way.energyPerNightKWh} />
          </Suspense>
        </Fold>
      )}
      <p className="quiet">
        Designed by Heron's reading of the rules. What the {codebook.words.authority} and the makers' instructions ask
        comes first, and the electrician who installs it is responsible for it.
      </p>
    </Section>
  );
}

/** Failing checks first, then checks to confirm. */
const inOrder = (checks: readonly RouteCheck[]): RouteCheck[] => [
  ...checks.filter((c) => c.passes === false),
  ...checks.filter((c) => c.passes === null),
  ...checks.filter((c) => c.passes),
];

const verdictOf = ({ passes }: RouteCheck): string => (passes === null ? "Confirm" : passes ? "Passes" : "Fails");

function CheckTable({ checks }: { checks: readonly RouteCheck[] }) {
  return (
    <DataTable
      label="Checks of the circuit"
      className={styles.checks}
      stacksOnPhone
      rows={checks}
      rowKey={(check) => check.id + check.label}
      rowAttributes={(check) => ({ "data-passes": String(check.passes) })}
      columns={[
        {
          title: "Check",
          kind: "name",
          cell: (check) => (
            <>
              <b>{verdictOf(check)}</b> {check.label}
              {(check.passes === null || check.confirmed) && <AnswerOnSite asked={askedByCheck(check)} />}
            </>
          ),
        },
        {
          title: "Numbers",
          cell: ({ numbers, formula }) => (
            <>
              <span className="figure">{numbers}</span>
              <span className="quiet">{formula}</span>
            </>
          ),
        },
        { title: "Rule", className: "quiet", cell: (check) => check.rule },
      ]}
    />
  );
}

/** Number of sizes shown on either side of the chosen one. */
const BESIDE = 2;

function Sizes(props: { asked: CircuitSpec; design: CircuitDesign; codebook: Codebook; mayChoose: boolean }) {
  const { asked, design, codebook, mayChoose } = props;
  const store = useJobStore();
  const leastSize = useJob().document.run?.leastSize;
  const set = (size: string | undefined) => store.edit(setValue(store.getState().document, "/run/leastSize", size));
  return (
    <>
      {leastSize && mayChoose && (
        <p>
          {showSize(leastSize)} or larger was chosen.{" "}
          <Button size="small" onClick={() => set(undefined)}>
            Use the smallest size that passes
          </Button>
        </p>
      )}
      {candidatesOf(codebook.circuit, asked, design).map((candidates, i) => {
        const at = candidates.findIndex((c) => c.chosen);
        const { smaller, larger } = neighbouringSizes(candidates);
        const near = candidates.slice(Math.max(0, at - BESIDE), at + BESIDE + 1);
        if (near.length < 2) return null;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: stretches have no name
          <div key={i} className={styles.sizes}>
            <OneStretch candidates={near} words={codebook.words} {...(mayChoose && { onTake: set })} />
            {smaller && <p>{smaller}.</p>}
            {larger && <p className="quiet">{larger}.</p>}
          </div>
        );
      })}
    </>
  );
}

function OneStretch(props: { candidates: readonly SizeCandidate[]; words: RegionWords; onTake?(size: string): void }) {
  const { candidates, words, onTake } = props;
  return (
    <DataTable
      label="Sizes beside the chosen one"
      rows={candidates}
      rowKey={(candidate) => candidate.conductor.size}
      isMarked={(candidate) => candidate.chosen}
      columns={[
        {
          title: "Size",
          kind: "name",
          cell: ({ conductor, chosen }) => (
            <>
              <span className="figure">{showSize(conductor.size)}</span>
              {chosen && <span className="quiet"> chosen</span>}
            </>
          ),
        },
        { title: "Carries", kind: "figure", cell: (candidate) => showA(candidate.ampacityA) },
        {
          title: capital(words.earthConductor),
          kind: "figure",
          cell: (candidate) => showSize(candidate.earthConductor.size),
        },
        { title: "Voltage drop", kind: "figure", cell: (candidate) => showPercent(candidate.dropPercent / 100) },
        {
          title: "Checks",
          cell: (candidate) => <ChecksOfSize candidate={candidate} {...(onTake && { onTake })} />,
        },
      ]}
    />
  );
}

function ChecksOfSize(props: { candidate: SizeCandidate; onTake?(size: string): void }) {
  const { candidate, onTake } = props;
  const { fails, chosen, checks, conductor } = candidate;
  return (
    <>
      <Fold
        title={
          <>
            <span className="out-of-sight">Checks of {showSize(conductor.size)}: </span>
            {fails ? `fails: ${lower(fails.label)}` : chosen ? "all pass" : "passes too"}
          </>
        }
      >
        <ul className={styles.ofSize}>
          {checks.map((check) => (
            <li key={check.id}>
              {check.passes ? "Passes" : <b>Fails</b>}: {lower(check.label)},{" "}
              <span className="figure">{check.numbers}</span> <span className="quiet">{check.rule}</span>
            </li>
          ))}
        </ul>
      </Fold>
      {!fails && !chosen && onTake && (
        <Button size="small" onClick={() => onTake(conductor.size)}>
          Use {showSize(conductor.size)}
        </Button>
      )}
    </>
  );
}
