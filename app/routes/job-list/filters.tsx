/** Which jobs are listed: a row of stages and a row of those one waits for; links, so that they work at once. */
import { Link } from "react-router";
import styles from "./job-list.module.css";

/** The query of a list, as in its URL. */
export interface JobListQuery {
  search: string;
  stage: string | null;
  waiting: string | null;
}

/** @param place where the page begins; the newest jobs where nothing is said */
export const listAddress = (asked: JobListQuery, place: { newer?: string; older?: string } = {}): string => {
  const query = new URLSearchParams();
  for (const [name, value] of Object.entries({ ...asked, ...place })) if (value) query.set(name, value);
  return `/?${query}`;
};

interface Choice {
  value: string;
  label: string;
}

interface FilterProps {
  name: "stage" | "waiting";
  label: string;
  /** The words for no choice. */
  all: string;
  choices: readonly Choice[];
  asked: JobListQuery;
}

export function ListFilter({ name, label, all, choices, asked }: FilterProps) {
  return (
    <nav className={styles.filter} aria-label={label}>
      <span aria-hidden="true">{label}</span>
      {[{ value: "", label: all }, ...choices].map(({ value, label: words }) => (
        <Link
          key={value}
          to={listAddress({ ...asked, [name]: value || null })}
          aria-current={(asked[name] ?? "") === value ? "true" : undefined}
          preventScrollReset
        >
          {words}
        </Link>
      ))}
    </nav>
  );
}
