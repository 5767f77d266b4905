/** One way in detail, or two beside each other: path, work, price item by item, cautions. */
import { memo } from "react";
import { showMoney } from "#core/estimate/estimate.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import { PICKS } from "#core/estimate/schedule.ts";
import { askedByWork } from "#core/judge/cautions.ts";
import type { PathLink } from "#core/path/types.ts";
import { showA, showNumber } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital } from "#core/words.ts";
import { Fold } from "#ui/frame/fold.tsx";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { PathLine } from "#ui/path/path-line.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { AnswerOnSite } from "../answer-on-site.tsx";
import { WayStarts } from "./way-starts.tsx";
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
              {way.workItems.map((item, i) => (
                <li key={`${item.id}:${item.text}`}>
                  {item.text}
                  {newCautions(way, i).map((text) => (
                    <Caution key={text}>{text}</Caution>
                  ))}
                  <SeenToWork item={item} />
                </li>
              ))}
            </ol>
            {otherCautions(way).map((text) => (
              <Caution key={text}>{text}</Caution>
            ))}
            <WayStarts way={way} />
            <p className="quiet">{way.leaves}</p>
            <Lines lines={way.lines} currency={currency} />
          </article>
        ))}
      </div>
    </Section>
  );
});

/** Whether the cautions of a piece of work were seen to. */
function SeenToWork({ item }: { item: WayJudgement["workItems"][number] }) {
  const asked = askedByWork(item);
  return asked ? <AnswerOnSite asked={asked} /> : null;
}

/** The cautions of a work item that no earlier item has: each caution is shown once, at the first work it applies to. */
function newCautions({ workItems }: WayJudgement, index: number): string[] {
  const before = new Set(workItems.slice(0, index).flatMap((item) => item.cautions ?? []));
  return (workItems[index]?.cautions ?? []).filter((text) => !before.has(text));
}

/** The cautions of a way that belong to no piece of its work. */
const otherCautions = ({ workItems, cautions }: WayJudgement): string[] => {
  const atWork = new Set(workItems.flatMap((item) => item.cautions ?? []));
  return cautions.filter((text) => !atWork.has(text));
};

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
  const rows = ids.map((id) => ({ id, first: of(one, id), second: of(other, id) }));
  return (
    <DataTable
      label="Ways compared"
      rows={rows}
      rowKey={(row) => row.id}
      isMarked={({ first, second }) => says(first) !== says(second)}
      columns={[
        { title: "Link", kind: "name", cell: ({ first, second }) => (first ?? second)?.name },
        { title: one.name, kind: "figure", cell: ({ first }) => says(first) },
        { title: other.name, kind: "figure", cell: ({ second }) => says(second) },
      ]}
    />
  );
}

/** The lines of the price, before margin and tax. */
function Lines({ lines, currency }: { lines: readonly PriceLine[]; currency: Currency }) {
  if (lines.length === 0) return null;
  return (
    <Fold title="Price, item by item">
      <DataTable
        label="Price, item by item"
        rows={lines}
        rowKey={(line) => line.item}
        columns={[
          { title: "Item", kind: "name", cell: (line) => line.name },
          { title: "Count", kind: "figure", cell: countInWords },
          ...PICKS.map((pick) => ({
            title: capital(pick),
            kind: "figure" as const,
            cell: ({ money }: PriceLine) => showMoney(money[pick], currency),
          })),
        ]}
      />
      <p className="quiet">Before margin and tax; the price above shows how they are added.</p>
    </Fold>
  );
}

const countInWords = ({ count, unit, minutes }: PriceLine): string =>
  minutes
    ? `${showNumber(Math.round(minutes.typical / 6) / 10)} h`
    : `${showNumber(Math.round(count * 10) / 10)}${unit === "each" ? "" : ` ${unit}`}`;
