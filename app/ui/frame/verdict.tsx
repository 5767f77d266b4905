/** A verdict as a word with a shape of its own; colour only repeats it. */
import { type AnswerState, wayVerdict } from "#core/decide/answer.ts";
import type { JudgedVerdict } from "#core/ways/types.ts";
import styles from "./verdict.module.css";

const SHAPES = {
  fits: "M2 8.500 6.500 13 14 3.500",
  work: "M2 11.500H14M2 6.500H9",
  no: "M3 3 13 13M13 3 3 13",
  open: "M8 3v.1M8 8v.1M8 13v.1",
} as const;

const STATE_SHAPE = {
  fits: "fits",
  "once-confirmed": "work",
  "fits-with-work": "work",
  "does-not-fit": "no",
  open: "open",
} as const;
const VERDICT_SHAPE = { ready: "fits", "with-work": "work", "ruled-out": "no" } as const;

function Marked({ shape, children }: { shape: keyof typeof SHAPES; children: string }) {
  return (
    <span className={`${styles.verdict} ${styles[shape]}`}>
      <svg width="15" height="15" viewBox="0 0 16 16" aria-hidden="true">
        <path
          d={SHAPES[shape]}
          fill="none"
          stroke="currentColor"
          strokeWidth="2.600"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </svg>
      {children}
    </span>
  );
}

export const AnswerVerdict = ({ state, word }: { state: AnswerState; word: string }) => (
  <Marked shape={STATE_SHAPE[state]}>{word}</Marked>
);
export const WayVerdict = ({ verdict, onlyConfirm }: { verdict: JudgedVerdict; onlyConfirm: boolean }) => (
  <Marked shape={VERDICT_SHAPE[verdict]}>{wayVerdict({ verdict, onlyConfirm })}</Marked>
);

/** Verdicts of entries of the log, each with its word and its shape. */
const LOGGED = {
  pass: { shape: "fits", word: "Passes" },
  warn: { shape: "work", word: "Look again" },
  fail: { shape: "no", word: "Fails" },
  missing: { shape: "open", word: "Open" },
} as const;

export const LogVerdict = ({ verdict }: { verdict: keyof typeof LOGGED }) => (
  <Marked shape={LOGGED[verdict].shape}>{LOGGED[verdict].word}</Marked>
);
