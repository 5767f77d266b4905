/** One way in detail, or two beside each other: path, work, price item by item, cautions. */
import { memo } from "react";
import { showMoney } from "#core/estimate/estimate.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import { PICKS } from "#core/estimate/schedule.ts";
import type { PathLink } from "#core/path/types.ts";
import { showA, showNumber } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import table from "#ui/frame/table.module.css";
import { WideTable } from "#ui/frame/wide-table.tsx";
import { PathLine } from "#ui/path/path-line.tsx";
import styles from "./ways.module.css";

type Currency = WayJudgement["cost"]["currency"];

export const ComparedWays = memo(function Compared({
  ways,
  jobId,
  currency,
}: {
  ways: readonly WayJudgement[];
  jobId: string;
  currency: Currency;
}) {
  const [one, other] = ways;
  if (!one) return null;
  return (
    <Section id="compared" title={other ? `${one.name} compared with ${other.name}` : one.name}>
      {other && <LinkByLink ways={[one, other]} />}
      <div className={styles.pair} data-two={other !== undefined}>
        {ways.map((way) => (
          <article key={way.way} aria-label={way.name}>
            {other && <h3>{way.name}</h3>}
            <p className="quiet">{way.means}</p>
            <ul className={styles.reasons}>
              {way.reasons.map((r) => (
                <li key={r.code + r.text}>
                  {r.text} <span className="quiet">({r.rule})</span>
                </li>
              ))}
            </ul>
            {!other && (
              <PathLine links={way.path} tightest={way.tightest} jobId={jobId} label={`Path of ${way.name}`} />
            )}
            <ol className={styles.work} data-two={other !== undefined}>
              {way.workItems.map((item) => (
                <li key={`${item.id}:${item.text}`}>{item.text}</li>
              ))}
            </ol>
            {way.cautions.map((text) => (
              <Caution key={text}>{text}</Caution>
            ))}
            <p className="quiet">{way.leaves}</p>
            <Lines lines={way.lines} currency={currency} />
          </article>
        ))}
      </div>
    </Section>
  );
});

/** The paths of both ways link by link, with differences highlighted. */
function LinkByLink({ ways: [one, other] }: { ways: readonly [WayJudgement, WayJudgement] }) {
  const ids = [...new Set([...one.path, ...other.path].map((l) => l.link))];
  const of = (way: WayJudgement, id: string) => way.path.find((l) => l.link === id);
  const says = (link: PathLink | undefined) =>
    !link
      ? "-"
      : link.mayCarryA === null
        ? showA(link.carriesA)
        : `${showA(link.carriesA)} of ${showA(link.mayCarryA)}`;
  return (
    <WideTable label="Ways compared">
      <table className={`${table.plain} ${styles.links}`}>
        <thead>
          <tr>
            <th>Link</th>
            <th>{one.name}</th>
            <th>{other.name}</th>
          </tr>
        </thead>
        <tbody>
          {ids.map((id) => {
            const [a, b] = [of(one, id), of(other, id)];
            return (
              <tr key={id} data-differs={says(a) !== says(b)}>
                <th scope="row">{(a ?? b)?.name}</th>
                <td className="figure">{says(a)}</td>
                <td className="figure">{says(b)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </WideTable>
  );
}

/** The lines of the price, before margin and tax. */
function Lines({ lines, currency }: { lines: readonly PriceLine[]; currency: Currency }) {
  if (lines.length === 0) return null;
  return (
    <details className={styles.lines}>
      <summary>Price, item by item</summary>
      <WideTable label="Price, item by item">
        <table className={`${table.plain} ${styles.links}`}>
          <thead>
            <tr>
              <th>Item</th>
              <th>Count</th>
              <th>Low</th>
              <th>Typical</th>
              <th>High</th>
            </tr>
          </thead>
          <tbody>
            {lines.map(({ item, name, count, unit, minutes, money }) => (
              <tr key={item}>
                <th scope="row">{name}</th>
                <td className="figure">
                  {minutes
                    ? `${showNumber(Math.round(minutes.typical / 6) / 10)} h`
                    : `${showNumber(Math.round(count * 10) / 10)}${unit === "each" ? "" : ` ${unit}`}`}
                </td>
                {PICKS.map((pick) => (
                  <td key={pick} className="figure">
                    {showMoney(money[pick], currency)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </WideTable>
      <p className="quiet">Before margin and tax; the price above shows how they are added.</p>
    </details>
  );
}
