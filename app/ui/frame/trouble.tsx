/** A page for when something went wrong: what happened, in words, and what to do. */
import { isRouteErrorResponse } from "react-router";
import styles from "./trouble.module.css";

const WORDS: Record<number, [title: string, text: string]> = {
  403: ["Not allowed", "Your role does not allow this. Ask the owner of the firm."],
  404: ["Nothing here", "There is no such job or page in your firm."],
  503: [
    "The database cannot be reached",
    "Nothing you typed is lost: it waits here and is saved when the database is back.",
  ],
};

/**
 * @param error the error of a route; a refusal has its own words
 * @param inJob shown within a job, whose frame has the links
 */
export function PageTrouble({ error, inJob = false }: { error: unknown; inJob?: boolean }) {
  const refusal = isRouteErrorResponse(error) ? error : null;
  const status = refusal?.status ?? 500;
  const text = typeof refusal?.data === "string" ? refusal.data : "";
  const [title, usual] = WORDS[status] ?? [
    "Something went wrong",
    "This is our fault, not yours. What was saved is still there; try again in a moment.",
  ];
  if (inJob)
    return (
      <section className={styles.trouble} role="alert">
        <h2>{title}</h2>
        <p>{text || usual}</p>
      </section>
    );
  return (
    <main className={styles.trouble}>
      <h1>{title}</h1>
      <p>{text || usual}</p>
      <p>
        <a href="/">To the jobs</a>
      </p>
    </main>
  );
}
