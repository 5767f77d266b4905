/** The yearly results of all ways side by side. */

import { limitTried } from "#core/energy/replay/options.ts";
import type { PartTotals } from "#core/energy/replay/parts.ts";
import { perYear, type WayReplay } from "#core/energy/replay/results.ts";
import { pricedBy } from "#core/estimate/book.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { showA, showKWh, showNumber, showPercent } from "#core/units.ts";
import { useJob } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./nights.module.css";
import type { ReplayRun } from "./use-replay.ts";

/** "97.3 %, likely 95 to 98.6 %" */
const shareInWords = ({ high, low, share }: WayReplay): string =>
  `${showPercent(share)}, likely ${showNumber(Math.round(low * 1000) / 10)} to ${showPercent(Math.round(high * 1000) / 1000)}`;

export function WayComparison({ replay }: { replay: ReplayRun }) {
  const { prices } = useJob();
  const { book } = prices;
  const rate = pricedBy(book, "energy")?.typical ?? null;
  const cheap = pricedBy(book, "energy:cheap")?.typical ?? rate;
  const cost = (r: WayReplay) =>
    rate === null || cheap === null
      ? "no price"
      : showMoney(perYear(r.cheapKWh * cheap + r.otherKWh * rate, r), book.currency);
  const hours = (seconds: number, r: WayReplay) => `${showNumber(Math.round(perYear(seconds, r) / 360) / 10)} h`;
  const inSeconds = (seconds: number, r: WayReplay) => `${showNumber(Math.round(perYear(seconds, r)))} s`;
  const exports = replay.ways.some(({ result }) => result.exportedKWh > 0);
  const limitOf = (way: (typeof replay.ways)[number]["way"]) =>
    way.managed ? limitTried(replay.options, "supply", way.limitA) : way.limitA;
  const hasParts = replay.ways.some(({ result }) => result.parts.length > 0);
  return (
    <DataTable
      label="What each way gives in a year"
      isCaptioned
      isWide
      className={styles.comparison}
      rows={replay.ways}
      rowKey={({ way }) => way.way}
      columns={[
        {
          title: "Way",
          kind: "name",
          cell: ({ way }) => (
            <>
              {way.name}
              <small>
                {showA(way.chargeA)}
                {way.managed && `, held below ${showA(limitOf(way))}`}
              </small>
            </>
          ),
        },
        {
          title: "Nights met",
          cell: ({ result }) => (
            <>
              <b className="figure">
                {result.nightsMet} of {result.nights}
              </b>
              <small>{shareInWords(result)}</small>
            </>
          ),
        },
        {
          title: "A night",
          cell: ({ result }) => (
            <>
              <span className="figure">{showKWh(result.kWhPerNightMean)}</span>
              <small>
                of {showKWh(result.askedKWhMean)} asked for; {showKWh(result.kWhPerNightP5)} or less on 1 night in 20
              </small>
            </>
          ),
        },
        {
          title: "Throttled",
          cell: ({ result }) => (
            <>
              <span className="figure">{hours(result.throttledSeconds, result)}</span>
              <small>{showNumber(Math.round(perYear(result.pauses, result)))} pauses</small>
            </>
          ),
        },
        {
          title: "Above its limit",
          isBad: ({ result }) => result.secondsOverLimit > 0,
          cell: ({ way, result }) => (
            <>
              <span className="figure">{inSeconds(result.secondsOverLimit, result)}</span>
              <small>{showA(Math.round(limitOf(way) * 10) / 10)}</small>
            </>
          ),
        },
        {
          title: "Above the rating",
          isBad: ({ result }) => result.secondsOverRating > 0,
          cell: ({ way, result }) => (
            <>
              <span className="figure">{inSeconds(result.secondsOverRating, result)}</span>
              <small>{showA(way.ratingA)}</small>
            </>
          ),
        },
        {
          title: "Device heats to",
          isBad: ({ result }) => result.maxThermal >= result.tripAt,
          cell: ({ result }) => (
            <>
              <span className="figure">
                {showPercent(Math.round((result.maxThermal / result.tripAt) * 1000) / 1000)}
              </span>
              <small>{result.maxThermal >= result.tripAt ? "it would trip" : "of the heat that trips it"}</small>
            </>
          ),
        },
        hasParts && {
          title: "Feeders",
          isBad: ({ result }) => result.parts.some(isOverloaded),
          cell: ({ result }) =>
            result.parts.map((part) => (
              <div key={part.at}>
                {part.name}
                <small>
                  {part.limitA === null ? "" : `held below ${showA(part.limitA)}; `}
                  {inSeconds(part.secondsOverRating, result)} above {showA(part.ratingA)}; device at{" "}
                  {showPercent(Math.round((part.maxThermal / part.tripAt) * 1000) / 1000)} of the heat that trips it
                </small>
              </div>
            )),
        },
        { title: "Energy", kind: "figure", cell: ({ result }) => cost(result) },
        exports && {
          title: "From solar",
          cell: ({ result: { solarKWh, cheapKWh, otherKWh, exportedKWh } }) => (
            <>
              <span className="figure">{share(solarKWh, cheapKWh + otherKWh)}</span>
              <small>of what is charged; {share(solarKWh, exportedKWh)} of what was to spare</small>
            </>
          ),
        },
      ]}
    />
  );
}

const isOverloaded = ({ secondsOverRating, maxThermal, tripAt }: PartTotals): boolean =>
  secondsOverRating > 0 || maxThermal >= tripAt;

const share = (part: number, whole: number): string =>
  showPercent(Math.round((1000 * part) / Math.max(1e-9, whole)) / 1000);
