/** How many homes, ledgers and typed lines each law is tried on; said once, so that a quick look may try fewer. */
import fc from "fast-check";

fc.configureGlobal({ numRuns: Number(process.env.PROPERTY_RUNS ?? 250) });
