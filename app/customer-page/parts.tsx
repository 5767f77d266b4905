/** Parts that the customers' pages share: a field with its label, and the questions asked on a page. */
import { type ReactNode, useId } from "react";
import type { Conventions } from "#core/conventions.ts";
import { showDay } from "#core/dates.ts";
import { LONGEST_QUESTION } from "#core/limits.ts";

interface LabelledProps {
  label: string;
  problem?: string | undefined;
  children(id: string): ReactNode;
}

/** A field with its label and its problem. */
export function Labelled({ label, problem, children }: LabelledProps) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      {children(id)}
      {problem && (
        <span className="problem" role="alert">
          {problem}
        </span>
      )}
    </div>
  );
}

/** Data of the questions on a page. */
export interface AskedView {
  firmName: string;
  name: string;
  conventions: Conventions;
  /** The page is looked at by the firm: nothing can be sent. */
  isPreview: boolean;
  messages: readonly { id: string; isFirm: boolean; text: string; at: string }[];
  /** Id of the next question, which makes it count once. */
  askId: string;
  /** Problems of a form that was sent, by field, and what was typed. */
  problems: Readonly<Record<string, string>>;
  typed: Readonly<Record<string, string>>;
}

export function Messages({ view }: { view: AskedView }) {
  const { messages, firmName, name, problems, typed, isPreview, askId, conventions } = view;
  return (
    <section id="questions">
      <h2>Ask us</h2>
      {messages.length > 0 && (
        <ol className="messages">
          {messages.map(({ id, isFirm, text, at }) => (
            <li key={id}>
              <b>{isFirm ? firmName : name || "You"}</b>, {showDay(at.slice(0, 10), conventions)}
              <p className="lines">{text}</p>
            </li>
          ))}
        </ol>
      )}
      <form method="post" action="#questions" aria-label="Ask us">
        <input type="hidden" name="what" value="ask" />
        <input type="hidden" name="id" value={askId} />
        <Labelled label="Your question" problem={problems.text}>
          {(id) => (
            <textarea id={id} name="text" rows={3} maxLength={LONGEST_QUESTION} defaultValue={typed.text ?? ""} />
          )}
        </Labelled>
        <button type="submit" disabled={isPreview}>
          Ask
        </button>
      </form>
    </section>
  );
}
