/** The ways that cannot be taken, folded, each with the rule that rules it out. */
import { memo, useState } from "react";
import type { WayJudgement } from "#core/ways/types.ts";
import { Fold } from "#ui/frame/fold.tsx";
import { WayVerdict } from "#ui/frame/verdict.tsx";
import { useKeys } from "#ui/keys/use-keys.ts";
import styles from "./ways.module.css";

export const RuledOut = memo(function RuledOut({ ways }: { ways: readonly WayJudgement[] }) {
  const [isOpen, setIsOpen] = useState(false);
  useKeys((event) => {
    if (event.key !== "r" || event.ctrlKey || event.metaKey) return false;
    setIsOpen((was) => !was);
    return true;
  });
  if (ways.length === 0) return null;
  return (
    <Fold
      title={
        <>
          {ways.length === 1 ? "1 way is" : `${ways.length} ways are`} ruled out:{" "}
          <span className="quiet">{ways.map((w) => w.name).join(", ")}</span>
        </>
      }
      isOpen={isOpen}
      onToggle={setIsOpen}
      className={styles.ruledOut}
    >
      <ul className={styles.ruled}>
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
    </Fold>
  );
});
