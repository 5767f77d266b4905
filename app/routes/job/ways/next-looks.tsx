/** What to look at next: which looks can still turn the answer, at which value, and which cannot. */
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { DRAWS, type ValueOfLooks } from "#core/decide/looks.ts";
import { showPercent } from "#core/units.ts";
import { lower } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobAtRest } from "#ui/job-store/use-job.tsx";
import { newDecideWorker } from "./new-decide-worker.ts";
import styles from "./ways.module.css";

interface Found extends ValueOfLooks {
  /** Share of the draws in which today's recommendation stands. */
  stands: number;
}

/** Two threads share the work; what is asked anew stops what was asked before. */
function useLooks(): Found | null {
  const { document, prices } = useJobAtRest();
  const [found, setFound] = useState<Found | null>(null);
  useEffect(() => {
    const [one, other] = [newDecideWorker(), newDecideWorker()];
    const end = () => {
      one.end();
      other.end();
    };
    // The first looks at each value as well.
    const share = Math.round(DRAWS * 0.4);
    void Promise.all([
      one.ask.looks(document, prices.book),
      one.ask.draws(document, prices.book, 0, share),
      other.ask.draws(document, prices.book, share, DRAWS),
    ]).then(([looks, a, b]) => {
      setFound({ ...looks, stands: (a + b) / DRAWS });
      end();
    });
    // A thread that was ended answers no more.
    return end;
  }, [document, prices]);
  return found;
}

export function NextLooks({ jobId }: { jobId: string }) {
  const found = useLooks();
  const turning = found?.looks.filter((l) => l.turns.length > 0) ?? [];
  const others = found?.looks.filter((l) => l.turns.length === 0) ?? [];
  return (
    <Section
      id="looks"
      title="What to look at next"
      aside={
        found && (
          <span className="quiet">
            today's recommendation stands in {showPercent(found.stands)} of {DRAWS.toLocaleString("en-US")} draws
          </span>
        )
      }
    >
      <div className={styles.looks} aria-busy={!found}>
        {!found && <p className="quiet">Trying every value that nobody has read ...</p>}
        {found?.firm && <p>The verdict is firm: no single look can turn it.</p>}
        {turning.length > 0 && (
          <ul>
            {turning.map((look) => (
              <li key={look.key}>
                <Link to={`/jobs/${jobId}/${look.step}`} prefetch="intent">
                  {look.label}
                </Link>
                {look.turns.map((turn) => (
                  <p key={turn}>{turn}</p>
                ))}
              </li>
            ))}
          </ul>
        )}
        {others.length > 0 && <p className="quiet">Cannot turn it: {others.map((l) => lower(l.label)).join(", ")}.</p>}
      </div>
    </Section>
  );
}
