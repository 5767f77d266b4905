import { StrictMode, startTransition } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import type { RuleSetId } from "#core/case/document/types.ts";
import { fetchCodebook } from "#core/rules/fetch.ts";
import { loadTable } from "#ui/table/load-table.ts";
import { TAKE_CONTROL } from "./service-worker/take-control.ts";

/** Delay before the service worker is installed. Installing fetches every asset, which would slow the page's own start. */
const SETTLED_MS = 2500;

async function startServiceWorker(): Promise<void> {
  if (!navigator.onLine) await new Promise((resolve) => addEventListener("online", resolve, { once: true }));
  await navigator.serviceWorker.register("/service-worker.js");
  const { active } = await navigator.serviceWorker.ready;
  // A page that was loading while the service worker activated is not controlled by it.
  if (!navigator.serviceWorker.controller) active?.postMessage(TAKE_CONTROL);
}

if ("serviceWorker" in navigator) setTimeout(() => startServiceWorker().catch(console.warn), SETTLED_MS);

/** The rules of the job that the page was opened on; other jobs bring theirs when they are gone to. */
const rules = document.documentElement.dataset.rules as RuleSetId | undefined;
const codebook = rules && fetchCodebook(rules);
/** This script may run before the whole page has been read. */
if (document.readyState === "loading")
  await new Promise((resolve) => document.addEventListener("DOMContentLoaded", resolve, { once: true }));
/** A page with a table is hydrated after the script of tables has loaded; otherwise React would discard its HTML. */
const hasTable = document.querySelector(".ant-table-wrapper") !== null;
await Promise.all([codebook, hasTable && loadTable()]);

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
