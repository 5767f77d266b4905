/** The ways to the other pages of the list, and to the jobs of a day. */
import { Form, Link, useSubmit } from "react-router";
import { type JobListQuery, listAddress } from "./filters.tsx";
import styles from "./job-list.module.css";

interface Props {
  asked: JobListQuery;
  /** Cursor of the page with newer jobs and of the page with older jobs; null without such a page. */
  newer: string | null;
  older: string | null;
  isFirst: boolean;
}

export function ListPages({ asked, newer, older, isFirst }: Props) {
  const submit = useSubmit();
  return (
    <nav className={styles.pages} aria-label="Pages">
      {!isFirst && <Link to={listAddress(asked)}>Newest</Link>}
      {newer && <Link to={listAddress(asked, { newer })}>Newer</Link>}
      {older && <Link to={listAddress(asked, { older })}>Older</Link>}
      <Form method="get" action="/" onChange={(e) => submit(e.currentTarget)}>
        {Object.entries(asked).map(
          ([name, value]) => value && <input key={name} type="hidden" name={name} value={value} />,
        )}
        <label>
          Changed on or before <input type="date" name="before" />
        </label>
      </Form>
    </nav>
  );
}
