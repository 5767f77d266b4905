/** Short answers to what customers ask. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { RegionWords } from "#core/rules/types.ts";
import { withArticle } from "#core/words.ts";

export interface AskedQuestion {
  question: string;
  answer: string;
}

interface KnownQuestion {
  question(words: RegionWords): string;
  answer(words: RegionWords): string;
  /** Whether a home gives reason to ask; always where this is absent. */
  isFor?(document: CaseDocument): boolean;
}

const QUESTIONS: readonly KnownQuestion[] = [
  {
    question: ({ outlet }) => `Why not a lead that splits one ${outlet} for two machines?`,
    answer: ({ outlet }) =>
      `Both machines together can draw more than the ${outlet} and its cable carry, and the lead does not notice. A switch that lets only one of them run at a time does.`,
  },
  {
    question: ({ outlet }) => `Why not the household ${outlet}, night after night?`,
    answer: ({ outlet }) =>
      `It is made for short use. Many hours at its limit heat its contacts until they fail, and ${withArticle(outlet)} that is worn already may burn.`,
  },
  {
    question: () => "Why not three phases?",
    answer: ({ operator }) =>
      `This home has one phase. Two more come from the ${operator}, often with digging, and cost more than the faster charging is worth to most people.`,
    isFor: ({ supply }) => supply.system !== "three-phase-230-400",
  },
  {
    question: () => "Why measure before deciding?",
    answer: () =>
      "A calculation counts what a home could draw. A recorder shows what it does draw, and often saves the cost of a larger supply.",
    isFor: ({ measured }) => !measured,
  },
];

/** The questions that a home gives reason to ask, with their answers. */
export function askedQuestions(document: CaseDocument): AskedQuestion[] {
  const { words } = codebookOf(document.rules);
  return QUESTIONS.filter(({ isFor }) => isFor?.(document) ?? true).map(({ question, answer }) => ({
    question: question(words),
    answer: answer(words),
  }));
}
