/** What a way is judged by when its circuit starts at another panel. */

import type { Panel } from "#core/case/document/types.ts";
import { countSpaces } from "#core/panel/spaces.ts";
import { pathTo } from "#core/path/links.ts";
import type { JudgingContext } from "./types.ts";

/** The context of a charging circuit that starts at another panel. */
export function startingAt(context: JudgingContext, panel: Panel): JudgingContext {
  if (panel === context.path.target.panel) return context;
  const { home, codebook } = context;
  return {
    ...context,
    path: pathTo(home, { panel, circuit: null, outlet: null }),
    spaces: countSpaces(panel, codebook),
  };
}
