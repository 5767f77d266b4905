/** The recommendation of each policy on one line, to show whether it is robust and to choose the policy. */

import { Radio } from "antd";
import { memo } from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import { setValue } from "#core/case/document/set-value.ts";
import { isRobust, policyAnswers } from "#core/decide/policies.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { typicalDaysFrom } from "#core/estimate/schedule.ts";
import { policyOf } from "#core/judge/preference.ts";
import { showA, showDays } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { useWorked } from "./use-worked.ts";
import styles from "./ways.module.css";

export const PolicyAnswers = memo(function Policies({ job: { document, assessment, prices } }: { job: AssessedCase }) {
  const store = useJobStore();
  const worked = useWorked(prices.book);
  const answers = policyAnswers(document, assessment);
  const policy = policyOf(document);
  const takes = (id: string | null) => {
    const way = assessment.ways.find((w) => w.way === id);
    if (!way) return "no way";
    const { cost, chargeA, name } = way;
    const wait = typicalDaysFrom(way.steps, worked);
    return `${name}: ${showMoney(cost.typical, cost.currency)}, ${showDays(wait)}, ${showA(chargeA)}`;
  };
  return (
    <fieldset className={styles.policies}>
      <legend>
        What matters most?{" "}
        <span className="quiet">
          {isRobust(answers)
            ? "All choices lead to the same way."
            : "The choices lead to different ways: ask the customer."}
        </span>
      </legend>
      <Radio.Group
        value={policy}
        onChange={({ target }) => store.edit(setValue(store.getState().document, "/options/policy", target.value))}
        options={answers.map((a) => ({
          value: a.policy,
          label: (
            <span className={styles.policy}>
              <span>{a.name}</span>
              <span className="quiet">{capital(takes(a.way))}</span>
            </span>
          ),
        }))}
      />
    </fieldset>
  );
});
