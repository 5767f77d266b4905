/** The yearly results of all ways side by side. */

import { perYear, type WayReplay } from "#core/energy/replay/results.ts";
import { pricedBy } from "#core/estimate/book.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { showA, showKWh, showNumber, showPercent } from "#core/units.ts";
import { WideTable } from "#ui/frame/wide-table.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
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
  return (
    <WideTable label="The ways on real nights">
      <table className={styles.comparison}>
        <caption>What each way gives in a year</caption>
        <thead>
          <tr>
            <th scope="col">Way</th>
            <th scope="col">Nights met</th>
            <th scope="col">A night</th>
            <th scope="col">Throttled</th>
            <th scope="col">Above its limit</th>
            <th scope="col">Above the rating</th>
            <th scope="col">Device heats to</th>
            <th scope="col">Energy</th>
            {exports && <th scope="col">From solar</th>}
          </tr>
        </thead>
        <tbody>
          {replay.ways.map(({ way, result: r }) => (
            <tr key={way.way}>
              <th scope="row">
                {way.name}
                <small>
                  {showA(way.chargeA)}
                  {way.managed && `, held below ${showA(replay.options.limitA ?? way.limitA)}`}
                </small>
              </th>
              <td>
                <b className="figure">
                  {r.nightsMet} of {r.nights}
                </b>
                <small>{shareInWords(r)}</small>
              </td>
              <td>
                <span className="figure">{showKWh(r.kWhPerNightMean)}</span>
                <small>
                  of {showKWh(r.askedKWhMean)} asked for; {showKWh(r.kWhPerNightP5)} or less on 1 night in 20
                </small>
              </td>
              <td>
                <span className="figure">{hours(r.throttledSeconds, r)}</span>
                <small>{showNumber(Math.round(perYear(r.pauses, r)))} pauses</small>
              </td>
              <td data-bad={r.secondsOverLimit > 0}>
                <span className="figure">{inSeconds(r.secondsOverLimit, r)}</span>
                <small>
                  {showA(Math.round((way.managed ? (replay.options.limitA ?? way.limitA) : way.limitA) * 10) / 10)}
                </small>
              </td>
              <td data-bad={r.secondsOverRating > 0}>
                <span className="figure">{inSeconds(r.secondsOverRating, r)}</span>
                <small>{showA(way.ratingA)}</small>
              </td>
              <td data-bad={r.maxThermal >= r.tripAt}>
                <span className="figure">{showPercent(Math.round((r.maxThermal / r.tripAt) * 1000) / 1000)}</span>
                <small>{r.maxThermal >= r.tripAt ? "it would trip" : "of the heat that trips it"}</small>
              </td>
              <td className="figure">{cost(r)}</td>
              {exports && (
                <td>
                  <span className="figure">
                    {showPercent(Math.round((1000 * r.solarKWh) / Math.max(1e-9, r.cheapKWh + r.otherKWh)) / 1000)}
                  </span>
                  <small>
                    of what is charged;{" "}
                    {showPercent(Math.round((1000 * r.solarKWh) / Math.max(1e-9, r.exportedKWh)) / 1000)} of what was to
                    spare
                  </small>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </WideTable>
  );
}
