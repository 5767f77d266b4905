/** Routes compared: what each loses, costs and takes, and one press to take another. */
import { Button } from "antd";
import { useMemo } from "react";
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { MOST } from "#core/case/document/schema.ts";
import { setValue } from "#core/case/document/set-value.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { routesOf, withRouteTaken } from "#core/explore/other-runs.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber, showPercent, showSize } from "#core/units.ts";
import table from "#ui/frame/table.module.css";
import { WideTable } from "#ui/frame/wide-table.tsx";
import { useJobOnceLive, useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
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
        <WideTable label="Routes compared">
          <table className={`${table.plain} ${styles.routes} ${styles.served}`}>
            <caption>Routes compared{job ? "" : ": being worked out"}</caption>
            <thead>
              <tr>
                <th>Route</th>
                <th>Laid</th>
                <th>Conductor</th>
                <th>Charges</th>
                <th>Voltage drop</th>
                <th>Price</th>
                <th>Hours</th>
                <th>Problems</th>
                <th>Instead</th>
              </tr>
            </thead>
            <tbody>
              {routes.map(({ name, other, length, built }) => (
                <tr key={other ?? "taken"} data-taken={other === null}>
                  <th scope="row">
                    {name}
                    {other === null && <span className="quiet"> in use</span>}
                  </th>
                  <td className="figure">
                    {showNumber(length)} {lengthUnit}
                  </td>
                  {built ? (
                    <>
                      <td className="figure">{showSize(built.size)}</td>
                      <td className="figure">{showA(built.chargeA)}</td>
                      <td className="figure">{showPercent(built.voltDropPercent / 100)}</td>
                      <td className="figure">{showMoney(built.cost.typical, built.cost.currency)}</td>
                      <td className="figure">{showNumber(Math.round(built.hours * 10) / 10)}</td>
                      <td data-short={built.failing > 0}>
                        {built.failing > 0
                          ? `${built.failing} ${built.failing === 1 ? "fails" : "fail"}`
                          : built.open > 0
                            ? `${built.open} to confirm`
                            : "nothing"}
                      </td>
                    </>
                  ) : (
                    <td colSpan={6}>no circuit of its own on this route</td>
                  )}
                  <td>
                    {other !== null && (
                      <>
                        <Button size="small" onClick={() => take(other)} aria-label={`Use ${name}`}>
                          Use
                        </Button>{" "}
                        <Button size="small" type="text" onClick={() => drop(other)} aria-label={`Drop ${name}`}>
                          Drop
                        </Button>
                      </>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </WideTable>
      )}
      {others.length < MOST.otherRuns && (
        <p className={styles.plans}>
          <Button onClick={copy}>Keep this route and try another</Button>
        </p>
      )}
    </>
  );
}
