/** Where the job stands: its stage, whom it waits for, and the notices that it owes. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { placeOfStage, STAGE_NAMES, stageOf, stagePatch } from "#core/case/document/stage.ts";
import { STAGES, type Stage } from "#core/case/document/types.ts";
import { showDay } from "#core/dates.ts";
import { againstMove } from "#core/progress/move.ts";
import { codebookOf } from "#core/rules/index.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";
import { useVisitor } from "../use-visitor.ts";
import { AuthorityNotes } from "./authority.tsx";
import { NoticesTable } from "./notices.tsx";
import styles from "./standing.module.css";
import { WaitsTable } from "./waits.tsx";

export const StandingSection = deferred(function Standing({ document, assessment }) {
  const stage = stageOf(document);
  const { conventions } = codebookOf(document.rules);
  const moves = [...(document.progress?.moves ?? [])].reverse();
  const [last] = moves;
  return (
    <Section
      id="standing"
      title="Where the job stands"
      aside={
        last && (
          <span className="quiet">
            {STAGE_NAMES[stage]} since {showDay(last.on, conventions)}
          </span>
        )
      }
    >
      <MoveStage key={stage} />
      <WaitsTable />
      <NoticesTable document={document} assessment={assessment} />
      <AuthorityNotes />
      {moves.length > 0 && (
        <Fold title={`Moved ${moves.length === 1 ? "once" : `${moves.length} times`}`}>
          <ul className={styles.moves}>
            {moves.map(({ from, to, why, by, on }, i) => (
              // Two moves may be alike, so their place is part of the key.
              // biome-ignore lint/suspicious/noArrayIndexKey: see above
              <li key={`${on} ${from} ${to} ${i}`}>
                {showDay(on, conventions)}: from {STAGE_NAMES[from]} to {STAGE_NAMES[to]}
                {by && `, ${by}`}
                {why && `: ${why}`}
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </Section>
  );
});

/** The stage after this one in the order of the work; null at its end. */
function stageAfter(stage: Stage): Stage | null {
  const place = placeOfStage(stage);
  const next = place === null ? undefined : STAGES[place + 1];
  return next && placeOfStage(next) !== null ? next : null;
}

/** Moves the job: to the next stage with one press, to any other with a reason where the facts ask for one. */
const MoveStage = deferred(function Move({ document, assessment }) {
  const store = useJobStore();
  const { name, today } = useVisitor();
  const stage = stageOf(document);
  const next = stageAfter(stage);
  const [to, setTo] = useState<Stage>(next ?? stage);
  const [on, setOn] = useState(today);
  const [why, setWhy] = useState("");
  const against = to === stage ? null : againstMove(document, assessment, to, today);
  const needsReason = against !== null && why.trim() === "";
  const move = () => {
    const { document: now } = store.getState();
    store.edit(stagePatch(now, to, { by: name, on: on || today, ...(why.trim() !== "" && { why: why.trim() }) }));
  };
  return (
    <>
      <Fields>
        <Field label="Stage">{(controlProps) => <strong id={controlProps.id}>{STAGE_NAMES[stage]}</strong>}</Field>
        <Field label="Move it to">
          {(controlProps) => (
            <Select
              {...controlProps}
              aria-label="Move it to"
              value={to}
              options={STAGES.map((value) => ({ value, label: STAGE_NAMES[value] }))}
              onChange={setTo}
            />
          )}
        </Field>
        <Field label="On">
          {(controlProps) => (
            <Input
              {...controlProps}
              type="date"
              max={today}
              value={on}
              onChange={({ target }) => setOn(target.value)}
            />
          )}
        </Field>
        {against !== null && (
          <Field label="Why" wide hint={`${against}. Say why.`}>
            {(controlProps) => (
              <Input {...controlProps} maxLength={1000} value={why} onChange={({ target }) => setWhy(target.value)} />
            )}
          </Field>
        )}
      </Fields>
      <p>
        <Button type="primary" disabled={to === stage || needsReason} onClick={move}>
          Move to {STAGE_NAMES[to]}
        </Button>
      </p>
    </>
  );
});
