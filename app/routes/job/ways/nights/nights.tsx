/** Real nights: every way of the job replayed on measured or made-up days, compared, and counted on. */

import { Button } from "antd";
import { Suspense, useEffect, useRef, useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import { isoDay } from "#core/dates.ts";
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import { standsOn } from "#core/energy/need/replayed.ts";
import { type ReplayOptions, USUAL_OPTIONS } from "#core/energy/replay/options.ts";
import { basisOf, keptReplay } from "#core/explore/stored-replay.ts";
import { showNumber } from "#core/units.ts";
import { ChartPlace } from "#ui/chart/chart-place.tsx";
import { WorkProgress } from "#ui/controls/work-progress.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { listData } from "#ui/interval-data/store.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { callAfter } from "#ui/live/retry.ts";
import { WayComparison } from "./comparison.tsx";
import styles from "./nights.module.css";
import { MADE_UP, ReplaySettings } from "./settings.tsx";
import { useReplay } from "./use-replay.ts";

const Detail = lazyPart(() => import("./detail.tsx"));

/** More made-up years than this are stepped by the minute. */
const FINE_YEARS = 5;
const AT_REST_MS = 400;

export default function ReplayedNightsSection({ jobId }: { jobId: string }) {
  const job = useJob();
  const store = useJobStore();
  const { document, assessment } = job;
  const { running, replay, run, cancel } = useReplay(jobId);
  const [kept, setKept] = useState<KeptAbout[] | null>(null);
  const [source, setSource] = useState<string | null>(null);
  const [options, setOptions] = useState<ReplayOptions>({
    ...USUAL_OPTIONS,
    solarFirst: document.need?.solarSurplus === true,
  });
  const replayed = useRef<ReplayOptions | null>(null);
  useEffect(() => {
    void listData(jobId).then(
      (all) => setKept(all.map((k) => k.about)),
      () => setKept([]),
    );
  }, [jobId]);
  const evidence = kept?.find((k) => k.digest === document.measured?.digest);
  const chosen = source ?? evidence?.digest ?? MADE_UP;
  const data = kept?.find((k) => k.digest === chosen) ?? null;
  const set = (changes: Partial<ReplayOptions>) => setOptions({ ...options, ...changes });
  const asked: ReplayOptions = { ...options, dtS: !data && options.years > FINE_YEARS ? 60 : 10 };
  const start = () => {
    replayed.current = options;
    run(job, data, asked);
  };
  // Once it was replayed, what is set otherwise is replayed at once, as long as that takes a moment.
  const again = useRef(start);
  again.current = start;
  const quick = data !== null || options.years <= FINE_YEARS;
  useEffect(() => {
    if (!quick || replayed.current === null || replayed.current === options) return;
    return callAfter(() => again.current(), AT_REST_MS);
  }, [options, quick]);
  const busy = running.state === "running";
  const current = replay && replay.of === document ? replay : null;
  const counted =
    document.replayed && standsOn(document.replayed.basis, basisOf(assessment)) ? document.replayed : null;
  const usual =
    current !== null &&
    current.options.fault === "none" &&
    current.options.limits.length === 0 &&
    current.options.lagS === USUAL_OPTIONS.lagS &&
    current.options.chargers === 1;
  return (
    <div className={styles.nights}>
      <ReplaySettings
        kept={kept}
        chosen={chosen}
        evidence={evidence?.digest}
        onChoose={setSource}
        options={options}
        onChange={set}
        madeUp={data === null}
      />
      <p className={styles.run}>
        {busy ? (
          <>
            <WorkProgress share={running.share} label="Nights replayed" />
            <Button onClick={cancel}>Cancel</Button>
          </>
        ) : (
          <Button type="primary" disabled={kept === null} onClick={start}>
            {current ? "Replay again" : "Replay the nights"}
          </Button>
        )}
        <span className="quiet">
          {data
            ? `${showNumber(Math.round(data.quality.days))} days`
            : `${options.years} ${options.years === 1 ? "year" : "years"}`}{" "}
          in steps of {asked.dtS} s
        </span>
      </p>
      {running.state === "at-rest" && running.problem && (
        <p role="alert" className="stops">
          {running.problem}.
        </p>
      )}
      {replay && !current && (
        <p className="quiet">The job has changed since this replay; replay it again to compare.</p>
      )}
      {current && (
        <>
          <WayComparison replay={current} />
          <p className="quiet">
            {current.notes.map((n) => `${n}. `)}
            {current.leftOut > 0 && `${current.leftOut} nights are incomplete and do not count. `}
            The heat in the supply's device is a model for comparing ways, not a manufacturer's curve.
          </p>
          {usual ? (
            <Button
              className={styles.count as string}
              onClick={() =>
                store.edit(
                  setValue(
                    store.getState().document,
                    "/replayed",
                    keptReplay(
                      assessment,
                      current.ways,
                      {
                        house: current.data && !current.data.madeUp ? "interval-data" : "made-up",
                        ...(current.data && { digest: current.data.digest }),
                        seed: current.options.seed,
                        years: current.data ? 1 : current.options.years,
                        stepS: current.options.dtS,
                      },
                      isoDay(new Date()),
                    ),
                  ),
                )
              }
            >
              Use these nights for the answer
            </Button>
          ) : (
            <p className="quiet">
              With the usual lag, the limit of the rules, one charger and sound clamps, the answer can use these nights.
            </p>
          )}
          <Suspense fallback={<ChartPlace height={300} />}>
            <Detail jobId={jobId} replay={current} />
          </Suspense>
        </>
      )}
      {counted && (
        <p role="status" className={styles.counted}>
          The answer uses{" "}
          {counted.house === "interval-data" ? "measured nights" : `made-up nights of ${counted.years} years`}, replayed
          on {counted.on}.{" "}
          <Button
            size="small"
            type="link"
            onClick={() => store.edit(setValue(store.getState().document, "/replayed", null))}
          >
            Go back to the usual profile of a house
          </Button>
        </p>
      )}
    </div>
  );
}
