/** All plans at once: some thousands in a worker, those that no other beats on a chart and in a list, to be tried. */

import { Button } from "antd";
import { proxy } from "comlink";
import { memo, type ReactNode, Suspense, useEffect, useRef, useState } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import type { HomePlan, PlanSearch } from "#core/explore/plans.ts";
import { showDays, showKWh } from "#core/units.ts";
import { ChartPlace } from "#ui/chart/chart-place.tsx";
import { WorkProgress } from "#ui/controls/work-progress.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { callAfter } from "#ui/live/retry.ts";
import { newDecideWorker } from "./new-decide-worker.ts";
import styles from "./ways.module.css";

/** The chart library is loaded only when a chart is shown. */
const PlansChart = lazyPart(() => import("./plans-chart.tsx"));

/** Shows the chart after the list: loading the chart library blocks the page for a moment. */
function ChartAtRest({ children }: { children: ReactNode }) {
  const [rested, setRested] = useState(false);
  useEffect(() => callAfter(() => setRested(true), CHART_AFTER_MS), []);
  const place = <ChartPlace height={300} />;
  return rested ? <Suspense fallback={place}>{children}</Suspense> : place;
}
const CHART_AFTER_MS = 250;
/** Fewer plans than this get no chart, because the list already shows them. */
const LEAST_ON_CHART = 3;

export const AllPlans = memo(function AllPlans({ onTry }: { onTry(plan: HomePlan): void }) {
  const { document, prices } = useJob();
  const [found, setFound] = useState<{ plans: PlanSearch; of: CaseDocument } | null>(null);
  // Plans are of the case as it was when they were worked out.
  const plans = found?.of === document ? found.plans : null;
  const [done, setDone] = useState<number | null>(null);
  const worker = useRef<ReturnType<typeof newDecideWorker> | null>(null);
  const stop = () => {
    worker.current?.end();
    worker.current = null;
    setDone(null);
  };
  useEffect(() => () => worker.current?.end(), []);
  const start = async () => {
    stop();
    setDone(0);
    const started = newDecideWorker();
    const { ask } = started;
    worker.current = started;
    await ask.take(document, prices.book);
    setFound({ plans: await ask.plans(proxy(setDone)), of: document });
    stop();
  };
  const { currency } = prices.book;
  return (
    <Section id="plans" title="All plans at once">
      <p className="quiet">
        Every way with every charging current, every practice that is left open, and up to two other changes to the
        home.
      </p>
      {done === null ? (
        <Button onClick={() => void start()}>{plans ? "Work them out again" : "Work them out"}</Button>
      ) : (
        <div className={styles.progress}>
          <WorkProgress share={done} label="Plans worked out" />
          <Button size="small" onClick={stop}>
            Cancel
          </Button>
        </div>
      )}
      {plans && (
        <>
          <p role="status">
            {plans.count.toLocaleString("en-US")} plans; {plans.unbeaten.length}{" "}
            {plans.unbeaten.length === 1 ? "is" : "are"} not beaten by any other on price, energy and days.
          </p>
          {plans.unbeaten.length >= LEAST_ON_CHART && (
            <ChartAtRest>
              <PlansChart plans={plans.unbeaten} currency={currency} onTry={onTry} />
            </ChartAtRest>
          )}
          <ul className={styles.plans}>
            {plans.unbeaten.map((plan) => (
              <li key={plan.text}>
                <span>{plan.text}</span>
                <span className="figure">
                  {showMoney(plan.typical, currency)}, {showKWh(plan.energyKWh)}, {showDays(plan.days)}
                </span>
                <Button size="small" onClick={() => onTry(plan)} aria-label={`Try ${plan.text}`}>
                  Try
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </Section>
  );
});
