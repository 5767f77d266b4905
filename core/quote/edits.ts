/** Edits of a quote's options. */
import { chainedPatch, type Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import { stageOf, stagePatch } from "#core/case/document/stage.ts";
import type { CaseDocument, QuoteOption } from "#core/case/document/types.ts";

const optionsOf = ({ quote }: CaseDocument): readonly QuoteOption[] => quote?.options ?? [];

/** The edit that adds an option at the end. */
export const addOptionPatch = (document: CaseDocument, option: QuoteOption): Patch =>
  setValue(document, "/quote/options", [...optionsOf(document), option]);

/** The edit that takes an option away, and the suggestion with it. */
export function withoutOptionPatch(document: CaseDocument, id: string): Patch {
  const at = optionsOf(document).findIndex((option) => option.id === id);
  if (at < 0) return [];
  const isSuggested = document.quote?.suggested === id;
  return [
    { op: "remove", path: `/quote/options/${at}` },
    ...(isSuggested ? setValue(document, "/quote/suggested", undefined) : []),
  ];
}

/** The edit that moves an option one place towards the front; empty for the first. */
export function earlierOptionPatch(document: CaseDocument, id: string): Patch {
  const options = [...optionsOf(document)];
  const at = options.findIndex((option) => option.id === id);
  if (at < 1) return [];
  options.splice(at - 1, 0, ...options.splice(at, 1));
  return setValue(document, "/quote/options", options);
}

/** The edit that suggests an option, or no longer suggests it. */
export const suggestPatch = (document: CaseDocument, id: string): Patch =>
  setValue(document, "/quote/suggested", document.quote?.suggested === id ? undefined : id);

/** The edit of a customer who has changed his mind: nothing is accepted, and the job waits for him again. */
export const withoutAcceptancePatch = (document: CaseDocument, by: string, on: string): Patch =>
  chainedPatch(document, [
    (at) => setValue(at, "/quote/accepted", undefined),
    (at) =>
      stageOf(at) === "accepted" ? stagePatch(at, "quoted", { by, on, why: "the acceptance was taken back" }) : [],
  ]);
