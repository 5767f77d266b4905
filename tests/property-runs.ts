/**
 * How many homes, ledgers and typed lines each law is tried on: few in every run of the tests, so that they end soon,
 * and many in `npm run test:long`.
 */
import fc from "fast-check";

fc.configureGlobal({ numRuns: Number(process.env.PROPERTY_RUNS ?? 40) });
