/**
 * Which modules of ours share a file, so that a browser asks for few files: "base" has what the list of
 * jobs and other light pages need too, "job" the rest of what the steps of a job share.
 */

export type SharedChunk = "base" | "job";

/** The bundler's module graph. */
export interface ModuleGraph {
  getModuleInfo(id: string): { importers: readonly string[] } | null;
}

/** Pages, and the field for files that the list of jobs loads afterwards. */
const ROUTE =
  /[\\/]app[\\/](root\.tsx|entry\.client\.tsx|routes[\\/].*route\.tsx|routes[\\/]job-list[\\/]import-case\.tsx)(\?|$)/;
/** Pages that need much of a job's code. */
const HEAVY_PAGE = /[\\/]app[\\/]routes[\\/](job|prices)[\\/]/;
const STEP = /[\\/]app[\\/]routes[\\/]job[\\/]\w+[\\/]route\.tsx(\?|$)/;
/** A page carries the rules of its own country only. */
const RULES = /[\\/]core[\\/].*[\\/](nec|bs7671)[^\\/]*[\\/]/;
const OWN_SOURCE = /[\\/](core|app[\\/]ui)[\\/].*\.tsx?$/;
/** The helper that Vite adds to every lazily loaded part. */
const PRELOAD_HELPER = /vite[\\/]preload-helper/;
const LEAST_STEPS = 3;

/** The pages that import a module, directly or through others. */
function pagesWith(id: string, graph: ModuleGraph, seen = new Set<string>()): Set<string> {
  const pages = new Set<string>();
  for (const importer of graph.getModuleInfo(id)?.importers ?? []) {
    if (seen.has(importer)) continue;
    seen.add(importer);
    if (ROUTE.test(importer)) pages.add(importer);
    for (const page of pagesWith(importer, graph, seen)) pages.add(page);
  }
  return pages;
}

/** @returns the shared file of a module that at least three steps of a job import; null for all other modules */
export function sharedChunk(id: string, graph: ModuleGraph): SharedChunk | null {
  if (PRELOAD_HELPER.test(id)) return "base";
  if (!OWN_SOURCE.test(id) || RULES.test(id)) return null;
  const pages = [...pagesWith(id, graph)];
  if (pages.filter((page) => STEP.test(page)).length < LEAST_STEPS) return null;
  return pages.every((page) => HEAVY_PAGE.test(page)) ? "job" : "base";
}
