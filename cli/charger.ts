/**
 * `npm run --silent charger -- add JOB_ID CHARGER_ID` registers a charge point for a job and prints its token once. It
 * needs the database at `DATABASE_URL`.
 */
import { CHARGE_POINT_ID, registerChargePoint } from "#server/chargers/charge-points.ts";
import { closeDatabase } from "#server/database.ts";

const USAGE = "usage: npm run --silent charger -- add JOB_ID CHARGER_ID   (with DATABASE_URL)";
const REFUSALS = {
  taken: "This id belongs to a charge point already: choose another one.",
  "too-many": "This job has as many charge points as it may have.",
  "not-found": "There is no such job.",
} as const;

async function main([command, jobId, id, ...rest]: string[]): Promise<number> {
  if (command !== "add" || jobId === undefined || id === undefined || rest.length > 0) {
    console.error(USAGE);
    return 2;
  }
  if (!process.env.DATABASE_URL) {
    console.error("Set DATABASE_URL to the database of Heron.");
    return 2;
  }
  if (!CHARGE_POINT_ID.test(id)) {
    console.error(`CHARGER_ID: "${id}" may have letters, digits, dots, dashes and underlines only, 48 at most`);
    return 2;
  }
  const answer = await registerChargePoint(jobId, id, null);
  if (answer.kind === "registered") {
    console.log(answer.token);
    return 0;
  }
  console.error(REFUSALS[answer.kind]);
  return 2;
}

try {
  process.exitCode = await main(process.argv.slice(2));
} finally {
  await closeDatabase();
}
