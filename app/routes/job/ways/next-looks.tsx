/** The next value to check: which looks can still change the answer, at which value, and which cannot. */
import { memo, useRef } from "react";
import { Link } from "react-router";
import { DRAW_COUNT } from "#core/explore/looks.ts";
import { showPercent } from "#core/units.ts";
import { lower } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { useLooks } from "./use-looks.ts";
import styles from "./ways.module.css";

export const NextLooks = memo(function NextLooks({ jobId }: { jobId: string }) {
  const place = useRef<HTMLDivElement>(null);
  const found = useLooks(place);
  const unread = useJobPart((job) => job.assessment.missing.length);
  const turning = found?.looks.filter((l) => l.turns.length > 0) ?? [];
  const others = found?.looks.filter((l) => l.turns.length === 0) ?? [];
  return (
    <Section
      id="looks"
      title="What to check next"
      aside={
        found?.stands != null && (
          <span className="quiet">
            today's recommendation stands in {showPercent(found.stands)} of {DRAW_COUNT.toLocaleString("en-US")} draws
          </span>
        )
      }
    >
      <div ref={place} className={styles.looks} aria-busy={found?.stands == null}>
        {!found && <p className="quiet">Trying every value that has not been read ...</p>}
        {found?.firm && (
          <p>
            {unread === 0
              ? "The verdict is firm: no single look can turn it."
              : `No single check can change the answer, but it is not firm: ${unread === 1 ? "one value is" : `${unread} values are`} still to be confirmed.`}
          </p>
        )}
        {turning.length > 0 && (
          <ul>
            {turning.map((look) => (
              <li key={look.key}>
                <Link to={`/jobs/${jobId}/${look.step}`} prefetch="intent">
                  {look.label}
                </Link>{" "}
                <span className="quiet">tried over {look.range}</span>
                {look.turns.map((turn) => (
                  <p key={turn}>{turn}</p>
                ))}
              </li>
            ))}
          </ul>
        )}
        {others.length > 0 && (
          <p className="quiet">Cannot change it: {others.map((l) => `${lower(l.label)} (${l.range})`).join("; ")}.</p>
        )}
      </div>
    </Section>
  );
});
