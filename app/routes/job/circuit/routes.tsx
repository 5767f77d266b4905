/** Routes compared: what each loses, costs and takes, and one press to take another. */
import { Button } from "antd";
import { useMemo } from "react";
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { MOST } from "#core/case/document/schema.ts";
import { setValue } from "#core/case/document/set-value.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { type JudgedRoute, routesOf, withRouteTaken } from "#core/explore/other-runs.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber, showPercent, showSize } from "#core/units.ts";
import { useJobOnceLive, useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { type Column, DataTable } from "#ui/table/data-table.tsx";
import styles from "./circuit.module.css";

export function OtherRoutes() {
  const job = useJobOnceLive();
  const document = useJobPart((state) => state.document);
  const store = useJobStore();
  const { lengthUnit } = codebookOf(document.rules);
  const others = document.otherRuns ?? [];
  const routes = useMemo(() => (job?.document.otherRuns?.length ? routesOf(job.document, job.prices.book) : []), [job]);
  /** Stores today's run as an alternative and continues on a copy. */
  const copy = () => {
    const { document: now } = store.getState();
    if (!now.run) return;
    const { name: _, ...run } = now.run;
    const kept = { ...now.run, name: now.run.name || `Route ${(now.otherRuns?.length ?? 0) + 1}` };
    const next = { ...now, run, otherRuns: [...(now.otherRuns ?? []), kept] };
    store.edit(createPatch(now, next) as Patch);
  };
  const take = (other: number) => {
    const { document: now } = store.getState();
    store.edit(createPatch(now, withRouteTaken(now, other)) as Patch);
  };
  const drop = (other: number) => {
    const { document: now } = store.getState();
    const left = (now.otherRuns ?? []).filter((_, i) => i !== other);
    store.edit(setValue(now, "/otherRuns", left.length > 0 ? left : undefined));
  };
  return (
    <>
      {others.length > 0 && (
        <DataTable
          label={`Routes compared${job ? "" : ": being worked out"}`}
          isCaptioned
          rows={routes}
          rowKey={(route) => String(route.other ?? "taken")}
          isMarked={(route) => route.other === null}
          columns={[
            {
              title: "Route",
              kind: "name",
              cell: ({ name, other }) => (
                <>
                  {name}
                  {other === null && <span className="quiet"> in use</span>}
                </>
              ),
            },
            { title: "Laid", kind: "figure", cell: ({ length }) => `${showNumber(length)} ${lengthUnit}` },
            {
              title: "Conductor",
              kind: "figure",
              cellAttributes: ({ built }) => (built ? {} : { colSpan: BUILT_COLUMNS, className: "" }),
              cell: ({ built }) => (built ? showSize(built.size) : "no circuit of its own on this route"),
            },
            ofBuilt("Charges", ({ chargeA }) => showA(chargeA)),
            ofBuilt("Voltage drop", ({ voltDropPercent }) => showPercent(voltDropPercent / 100)),
            ofBuilt("Price", ({ cost }) => showMoney(cost.typical, cost.currency)),
            ofBuilt("Hours", ({ hours }) => showNumber(Math.round(hours * 10) / 10)),
            {
              title: "Problems",
              isBad: ({ built }) => built !== null && built.failing > 0,
              cellAttributes: acrossOthers,
              cell: ({ built }) => built && problemsOf(built),
            },
            ...(Object.values(document.run?.wishes ?? {}).some(Boolean)
              ? [{ title: "Wishes", cell: wishesInWords } satisfies Column<JudgedRoute>]
              : []),
            {
              title: "Instead",
              cell: ({ name, other }) =>
                other !== null && (
                  <>
                    <Button size="small" onClick={() => take(other)} aria-label={`Use ${name}`}>
                      Use
                    </Button>{" "}
                    <Button size="small" type="text" onClick={() => drop(other)} aria-label={`Drop ${name}`}>
                      Drop
                    </Button>
                  </>
                ),
            },
          ]}
        />
      )}
      {others.length < MOST.otherRuns && (
        <p className={styles.plans}>
          <Button onClick={copy}>Keep this route and try another</Button>
        </p>
      )}
    </>
  );
}

/** "met", or what the route misses or does not say. */
const wishesInWords = ({ wishes }: JudgedRoute): string =>
  wishes.length === 0
    ? "met"
    : wishes.map(({ label, isMissed }) => `${label}: ${isMissed ? "not met" : "not said"}`).join(", ");

type Built = NonNullable<JudgedRoute["built"]>;

/** The columns of a circuit that is built; a route without one says so across them. */
const BUILT_COLUMNS = 6;

/** Hides a cell of a route without a circuit: one text spans these columns. */
const acrossOthers = ({ built }: JudgedRoute) => (built ? {} : { colSpan: 0 });

const ofBuilt = (title: string, cell: (built: Built) => string): Column<JudgedRoute> => ({
  title,
  kind: "figure",
  cellAttributes: acrossOthers,
  cell: ({ built }) => built && cell(built),
});

function problemsOf({ failing, open }: Built): string {
  if (failing > 0) return `${failing} ${failing === 1 ? "fails" : "fail"}`;
  return open > 0 ? `${open} to confirm` : "nothing";
}
