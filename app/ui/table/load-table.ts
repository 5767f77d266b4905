/**
 * Ant Design's Table is a file of its own: a page asks for it beside its other scripts, and only a page with a table
 * waits for it before it comes to life.
 */
import type { ComponentType } from "react";
import { withRetries } from "#ui/frame/lazy-part.ts";
import type { DataTableProps } from "./data-table.tsx";

export type LoadedTable = ComponentType<DataTableProps<object>>;

let loaded: LoadedTable | null = null;
let loading: Promise<void> | null = null;
const listeners = new Set<() => void>();

export const loadedTable = (): LoadedTable | null => loaded;

const load = () => import("./antd-table.tsx");

function setLoaded({ default: table }: Awaited<ReturnType<typeof load>>): void {
  loaded = table;
  for (const call of listeners) call();
}

/** Loads the table once. It resolves after the first try; a failed one is repeated while the page is used without. */
export function loadTable(): Promise<void> {
  loading ??= load().then(setLoaded, () => void withRetries(load).then(setLoaded));
  return loading;
}

export function onTableLoaded(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

if (import.meta.env.SSR) await loadTable();
