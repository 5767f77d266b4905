/** Ways: all of them on one sheet at one scale, tried out, compared, and decided. */
import { Button } from "antd";
import { memo, Suspense, useCallback, useDeferredValue, useMemo, useState } from "react";
import { type AssessedCase, assessCase } from "#core/assessed-case.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { governingOf } from "#core/decide/assessment.ts";
import { becauseFrom } from "#core/decide/policies.ts";
import { cheaperSchool } from "#core/explore/open-schools.ts";
import type { HomePlan } from "#core/explore/plans.ts";
import { triesNothing, type WhatIf, withWhatIf } from "#core/explore/what-if.ts";
import { codebookOf } from "#core/rules/index.ts";
import { lower } from "#core/words.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { SectionBar } from "#ui/frame/section-bar.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import { useVisitor } from "../use-visitor.ts";
import type { Route } from "./+types/route";
import { AllPlans } from "./all-plans.tsx";
import { WaitCalendar } from "./calendar.tsx";
import { ComparedWays } from "./compared.tsx";
import { DecideSection } from "./decide.tsx";
import { NextLooks } from "./next-looks.tsx";
import { PolicyAnswers } from "./policies.tsx";
import { PricesKept } from "./prices-kept.tsx";
import { RuledOut } from "./ruled-out.tsx";
import { SheetOfWays } from "./sheet-of-ways.tsx";
import { BetterStart } from "./way-starts.tsx";
import styles from "./ways.module.css";
import { WhatIfPanel } from "./what-if.tsx";

/** The replay is loaded on request. */
const Nights = lazyPart(() => import("./nights/nights.tsx"));

/** Whether clamps or a splitter really give a full car in the morning. */
const RealNights = memo(function RealNights({ jobId }: { jobId: string }) {
  const [asked, setAsked] = useState(false);
  return (
    <Section id="nights" title="Real nights">
      {asked ? (
        <Suspense fallback={<p className="quiet">One moment ...</p>}>
          <Nights jobId={jobId} />
        </Suspense>
      ) : (
        <>
          <p className="quiet">
            Every way on measured or made-up nights, step by step: how often the car is full, how long the charger
            waits, how hot the supply's device gets.
          </p>
          <Button onClick={() => setAsked(true)}>Look at real nights</Button>
        </>
      )}
    </Section>
  );
});

const firstSentence = (text: string) => text.match(/^.*?[.](?= |$)/)?.[0] ?? text;
const RANK = { ready: 0, "with-work": 1, "ruled-out": 2 } as const;

export const meta = stepMeta("Ways");
export { StepTrouble as ErrorBoundary };

/** The job as it is, or as it would be. Parts of the page are drawn again only when it has changed. */
function useTried(job: AssessedCase, asked: WhatIf, plan: HomePlan | null): AssessedCase {
  const whatIf = useDeferredValue(asked);
  return useMemo(() => {
    const { document, assessment, prices } = job;
    if (plan) return assessCase(plan.document, prices);
    if (triesNothing(whatIf)) return job;
    const { demandA } = governingOf(assessment);
    return assessCase(withWhatIf(document, codebookOf(document.rules), whatIf, demandA), prices);
  }, [job, whatIf, plan]);
}

export default function WaysPage({ params: { jobId } }: Route.ComponentProps) {
  const job = useJob();
  const [whatIf, setWhatIf] = useState<WhatIf>({});
  const [tried, setTried] = useState<{ plan: HomePlan; of: CaseDocument } | null>(null);
  // A plan is of the case as it was: once that changes, keeping it would take the change back.
  const plan = tried?.of === job.document ? tried.plan : null;
  const shown = useTried(job, whatIf, plan);
  const { taken, ways } = shown.assessment;
  const { today } = useVisitor();
  const because = becauseFrom(shown.document, shown.assessment, shown.prices.book, today);
  const open = shown.answer.state === "open";
  const school = useMemo(
    () => (open ? null : cheaperSchool(shown.document, shown.assessment, shown.prices.book)),
    [open, shown],
  );
  const usable = useMemo(
    () =>
      ways
        .filter((w) => w.verdict !== "ruled-out")
        .sort(
          (a, b) =>
            Number(b.way === taken) - Number(a.way === taken) ||
            RANK[a.verdict] - RANK[b.verdict] ||
            a.cost.typical - b.cost.typical,
        ),
    [ways, taken],
  );
  const ruledOut = useMemo(() => ways.filter((w) => w.verdict === "ruled-out"), [ways]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const details = useMemo(() => {
    const looked = chosen.flatMap((id) => usable.find((w) => w.way === id) ?? []);
    return looked.length > 0 ? looked : usable.slice(0, 1);
  }, [chosen, usable]);
  const looked = useMemo(() => details.map((w) => w.way), [details]);
  const toggle = useCallback(
    (id: string) => setChosen(looked.includes(id) ? looked.filter((d) => d !== id) : [...looked, id].slice(-2)),
    [looked],
  );
  const tryPlan = useCallback(
    (next: HomePlan) => {
      setTried({ plan: next, of: job.document });
      setChosen([next.way]);
      window.document.querySelector("#which")?.scrollIntoView();
    },
    [job.document],
  );
  return (
    <>
      <SectionBar
        sections={[
          { id: "which", name: "Which way" },
          details.length > 0 && { id: "compared", name: "In detail" },
          { id: "nights", name: "Real nights" },
          usable.some((w) => w.steps.length > 0) && { id: "wait", name: "Calendar" },
          { id: "looks", name: "Next checks" },
          { id: "plans", name: "All plans" },
          { id: "prices", name: "Prices" },
          { id: "decide", name: "Decide" },
        ]}
      />
      <Section id="which" title="Which way">
        <p className={styles.because}>
          {open ? `Only so far, because what is missing could change it: ${lower(firstSentence(because))}` : because}
        </p>
        <BetterStart />
        {school && <p className={styles.school}>{school}</p>}
        <PolicyAnswers job={shown} />
        <WhatIfPanel
          whatIf={whatIf}
          plan={plan}
          onChange={(next) => {
            setTried(null);
            setWhatIf(next);
          }}
          tried={shown}
        />
      </Section>
      <SheetOfWays
        job={shown}
        ways={usable}
        mark={open ? "looks best so far" : "recommended"}
        chosen={looked}
        onChoose={toggle}
      />
      <RuledOut ways={ruledOut} />
      <ComparedWays ways={details} jobId={jobId} currency={shown.prices.book.currency} />
      <RealNights jobId={jobId} />
      <WaitCalendar ways={usable} book={shown.prices.book} />
      <NextLooks jobId={jobId} />
      <AllPlans onTry={tryPlan} />
      <PricesKept />
      <DecideSection ways={usable} />
    </>
  );
}
