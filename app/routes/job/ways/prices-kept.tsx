/** By which prices this is: grants that are ticked, and the version a quote keeps. */
import { Button, Checkbox } from "antd";
import { memo } from "react";
import { Link } from "react-router";
import { setValue } from "#core/case/document/set-value.ts";
import { itemsIn } from "#core/estimate/book.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./ways.module.css";

export const PricesKept = memo(function PricesKept() {
  const { document, prices } = useJob();
  const store = useJobStore();
  const { book, version } = prices;
  const ticked = document.options?.grants ?? [];
  const grants = itemsIn(book, "grants");
  const tick = (id: string, on: boolean) => {
    const { document: now } = store.getState();
    const others = (now.options?.grants ?? []).filter((g) => g !== id);
    const next = on ? [...others, id] : others;
    store.edit(setValue(now, "/options/grants", next.length > 0 ? next : undefined));
  };
  return (
    <Section
      id="prices"
      title="Prices"
      aside={
        <span className="quiet">
          <Link to="/prices" className={styles.book}>
            {book.name}
          </Link>
          {version > 0 && `, version ${version}`}
        </span>
      }
    >
      {grants.map((grant) => (
        <p key={grant.id} className={styles.grant}>
          <Checkbox checked={ticked.includes(grant.id)} onChange={(e) => tick(grant.id, e.target.checked)}>
            {grant.name}, {showMoney(grant.typical, book.currency)}
          </Checkbox>
          <span className="quiet">{grant.condition}</span>
        </p>
      ))}
      {document.prices && (
        <p>
          The prices of version {document.prices.version} are kept, because the decision was made with them.{" "}
          <Button size="small" onClick={() => store.edit(setValue(store.getState().document, "/prices", undefined))}>
            Use the newest prices
          </Button>
        </p>
      )}
      <p className="quiet">
        {book.madeUp && "These prices and waits are made up until your own price book is filled. "}
        What the {codebookOf(document.rules).words.authority} asks comes before this sheet.
      </p>
    </Section>
  );
});
