/** The bundle of Plotly that is shipped: charts on two axes alone. */
declare module "plotly.js-cartesian-dist-min" {
  import type * as Plotly from "plotly.js";

  const plotly: Pick<typeof Plotly, "react" | "purge"> & { Plots: { resize(element: HTMLElement): void } };
  export default plotly;
}
