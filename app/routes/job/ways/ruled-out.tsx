/** The ways that cannot be taken, folded, each with the rule that rules it out. */
import type { WayJudgement } from "#core/ways/types.ts";
import { WayVerdict } from "#ui/frame/verdict.tsx";
import styles from "./ways.module.css";

export function RuledOut({ ways }: { ways: readonly WayJudgement[] }) {
  if (ways.length === 0) return null;
  return (
    <details className={styles.ruledOut}>
      <summary>
        {ways.length === 1 ? "1 way is" : `${ways.length} ways are`} ruled out:{" "}
        <span className="quiet">{ways.map((w) => w.name).join(", ")}</span>
      </summary>
      <ul>
        {ways.map((way) => (
          <li key={way.way} data-way={way.way}>
            <b>{way.name}</b> <WayVerdict verdict="ruled-out" onlyConfirm={false} />
            <ul>
              {way.reasons.map((r) => (
                <li key={r.code + r.text}>
                  {r.text} <span className="quiet">({r.rule})</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </details>
  );
}
