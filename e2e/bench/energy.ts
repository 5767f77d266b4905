/** The years after: a year of quarter hours of a thousand jobs summed by month, and a live chart of ten values a second. */
import type { Page } from "@playwright/test";
import { sql } from "drizzle-orm";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { connectCharger } from "../../standins/charger/connect.ts";
import { type Heron, importCase, openStep, signInAs } from "../heron.ts";

const FIRM = "osier";
const JOBS = 1000;
const AT_ONCE = 10;
/** From midnight on, in each night of a year. */
const QUARTERS_A_NIGHT = 8;
const NIGHTS = 365;
const RUNS = 5;
const CHART_S = 600;
const VALUE_EVERY_MS = 100;

const median = (times: number[]) => Number([...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]?.toFixed(0));

/** Fills a thousand jobs with a year each. @returns the number of stored quarters */
async function fillYear(): Promise<number> {
  const { database } = await import("#server/database.ts");
  const { jobsOf } = await import("#server/firm-jobs.ts");
  const { chargePoint, job } = await import("#db/schema.ts");
  const document = loggedUkHome();
  for (let i = 0; i < JOBS; i += AT_ONCE)
    await Promise.all(Array.from({ length: AT_ONCE }, () => jobsOf(FIRM).create({ ...document, title: "Energy" })));
  await database.execute(sql`
    INSERT INTO ${chargePoint} (id, job_id, firm_id, token_digest)
    SELECT CONCAT('energy-', j.id), j.id, j.firm_id, 'none' FROM ${job} j WHERE j.firm_id = ${FIRM} AND j.title = 'Energy'`);
  await database.execute(sql`
    INSERT INTO charge_quarter (charge_point_id, at, wh, most_a, most_w, least_offered_a)
    SELECT c.id, TIMESTAMP(CURDATE() - INTERVAL n.seq DAY) + INTERVAL q.seq * 15 MINUTE, 1840, 32, 7360, 32
    FROM ${chargePoint} c, seq_1_to_${sql.raw(String(NIGHTS))} n, seq_0_to_${sql.raw(String(QUARTERS_A_NIGHT - 1))} q
    WHERE c.id LIKE 'energy-%'`);
  await database.execute(sql`
    INSERT INTO charge_night (charge_point_id, month, night, wh, most_a, most_w)
    SELECT charge_point_id, DATE_FORMAT(at - INTERVAL 12 HOUR, '%Y-%m'), DATE_FORMAT(at - INTERVAL 12 HOUR, '%Y-%m-%d'), SUM(wh), MAX(most_a), MAX(most_w)
    FROM charge_quarter WHERE charge_point_id LIKE 'energy-%' GROUP BY 1, 2, 3`);
  const [rows] = await database.execute(
    sql`SELECT COUNT(*) AS n FROM charge_quarter WHERE charge_point_id LIKE 'energy-%'`,
  );
  return Number((rows as unknown as { n: number }[])[0]?.n);
}

async function yearFigures(page: Page, heron: Heron) {
  const quarters = await fillYear();
  const { chargePointsOf } = await import("#server/chargers/charge-points.ts");
  const since = new Date(Date.now() - 366 * 24 * 3_600_000).toISOString().slice(0, 7);
  const [query, answer]: [number[], number[]] = [[], []];
  let months = 0;
  for (let i = 0; i < RUNS; i++) {
    const from = performance.now();
    months = (await chargePointsOf(FIRM).months(since)).length;
    query.push(performance.now() - from);
    const asked = performance.now();
    await page.request.get(`${heron.url}/firm`);
    answer.push(performance.now() - asked);
  }
  return { quarters, months, queryMs: median(query), wholePageMs: median(answer) };
}

/** Frames a second while the chart draws ten values a second, and what the page's memory grows by after its first minute. */
async function chartFigures(page: Page, heron: Heron, seconds: number) {
  const id = await importCase(page, heron, { ...loggedUkHome(), title: "Live" });
  const form = { what: "register", id: "live-1" };
  const registered = await page.request.post(`${heron.url}/jobs/${id}/chargers`, {
    form,
    headers: { Origin: heron.url },
  });
  const { token } = (await registered.json()) as { token: string };
  const off = await connectCharger({
    url: `${heron.url.replace(/^http/, "ws")}/ocpp`,
    id: "live-1",
    token,
    setA: 32,
    volts: 230,
    phases: 1,
    carA: 32,
    everyMs: VALUE_EVERY_MS,
    speed: 1,
    faults: new Set(),
  });
  await openStep(page, heron, id, "log");
  await page.locator("#commissioning .js-plotly-plot").waitFor();
  await page.locator("#commissioning").scrollIntoViewIfNeeded();
  const session = await page.context().newCDPSession(page);
  const heapMB = async () => {
    await session.send("HeapProfiler.collectGarbage");
    return (await session.send("Runtime.getHeapUsage")).usedSize / 1e6;
  };
  // As text: the compiler would put a helper into a function, which the page does not have.
  const framesIn = (ms: number) =>
    page.evaluate<number>(`new Promise((resolve) => {
      let frames = 0;
      const from = performance.now();
      requestAnimationFrame(function count() {
        frames++;
        if (performance.now() - from < ${ms}) requestAnimationFrame(count);
        else resolve((frames * 1000) / (performance.now() - from));
      });
    })`);
  const minutes: number[] = [];
  const heaps: number[] = [];
  for (let at = 0; at < seconds; at += 60) {
    minutes.push(Number((await framesIn(Math.min(60, seconds) * 1000)).toFixed(1)));
    heaps.push(Number((await heapMB()).toFixed(1)));
  }
  await off();
  return { seconds, framesPerSecondByMinute: minutes, least: Math.min(...minutes), heapMBByMinute: heaps };
}

export async function energyFigures(page: Page, heron: Heron) {
  process.env.DATABASE_URL = heron.databaseUrl;
  await signInAs(page, heron, "Wren Osier");
  const seconds = Number(process.env.CHART_S ?? CHART_S);
  return { year: await yearFigures(page, heron), chart: await chartFigures(page, heron, seconds) };
}
