/** A page for when something went wrong: what happened, in words, and what to do. */
import styles from "./trouble.module.css";

const WORDS: Record<number, [title: string, text: string]> = {
  403: ["Not allowed", "Your role does not allow this. Ask the owner of the firm."],
  404: ["Nothing here", "There is no such job or page in your firm."],
  503: [
    "The database is away",
    "Heron cannot reach its database just now. Nothing you typed is lost: it waits here and is saved when the database is back.",
  ],
};

export function Trouble({ status, text }: { status: number; text: string }) {
  const [title, usual] = WORDS[status] ?? [
    "Something went wrong",
    "This is our fault, not yours. What was saved is still there; try again in a moment.",
  ];
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
