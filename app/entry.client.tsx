import { StrictMode, startTransition } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import type { RuleSetId } from "#core/case/document/types.ts";
import { fetchCodebook } from "#core/codebook/fetch.ts";

// Without a line, the pages that were open before still open.
if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/service-worker.js");

/** The rules of the job that the page was opened on; other jobs bring theirs when they are gone to. */
const rules = document.documentElement.dataset.rules as RuleSetId | undefined;
if (rules) await fetchCodebook(rules);

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
