/**
 * `npm run chargers -- --count 200 --seconds 60`: simulated chargers at one server process, each with a meter value
 * every 10 s (`--every`, ms); meanwhile `/health` is asked ten times a second and may take 50 ms at most. At the end the
 * stored energy is compared with what the chargers have sent.
 */
import { setTimeout as pause } from "node:timers/promises";
import { createConnection } from "mysql2/promise";
import { connectCharger } from "../../standins/charger/connect.ts";
import { Heron } from "../heron.ts";
import { cookieOf, option } from "./people.ts";

const COUNT = option("count", 200);
const SECONDS = option("seconds", 60);
const EVERY_MS = option("every", 10_000);
const LONGEST_MS = 50;
const MOST_OF_JOB = 4;

const heron = await Heron.start();
try {
  const cookie = await cookieOf(heron.url, "wren@osier.example");
  const headers = { Cookie: cookie, Origin: heron.url, "Content-Type": "application/x-www-form-urlencoded" };
  const post = (path: string, form: Record<string, string>) =>
    fetch(`${heron.url}${path}`, { method: "POST", redirect: "manual", headers, body: new URLSearchParams(form) });
  const chargers: { id: string; token: string }[] = [];
  while (chargers.length < COUNT) {
    const address = `${chargers.length} Charger Row`;
    const made = await post("/jobs/new", { address, customer: "", rules: "uk-bs7671-2018-a2" });
    const job = /\/jobs\/([^/?]+)/.exec(made.headers.get("Location") ?? "")?.[1];
    if (!job) throw new Error(`no job was made: ${made.status}`);
    for (let i = 0; i < MOST_OF_JOB && chargers.length < COUNT; i++) {
      const id = `trial-${chargers.length}`;
      const answer = (await (await post(`/jobs/${job}/chargers`, { what: "register", id })).json()) as {
        token: string;
      };
      chargers.push({ id, token: answer.token });
    }
  }
  const from = performance.now();
  const off = await Promise.all(
    chargers.map(async ({ id, token }, i) => {
      // Not all in the same moment, as chargers of different homes.
      await pause((i / COUNT) * EVERY_MS);
      return connectCharger({
        url: `${heron.url.replace(/^http/, "ws")}/ocpp`,
        id,
        token,
        setA: 32,
        volts: 230,
        phases: 1,
        carA: 32,
        everyMs: EVERY_MS,
        speed: 1,
        faults: new Set(),
      });
    }),
  );
  console.log(`${COUNT} chargers joined in ${((performance.now() - from) / 1000).toFixed(1)} s`);
  const times: number[] = [];
  for (const end = performance.now() + SECONDS * 1000; performance.now() < end; await pause(100)) {
    const at = performance.now();
    const health = await fetch(`${heron.url}/health`);
    await health.arrayBuffer();
    times.push(performance.now() - at);
  }
  times.sort((a, b) => a - b);
  const [median, most] = [times[Math.floor(times.length / 2)] ?? 0, times.at(-1) ?? 0];
  const slow = times.filter((ms) => ms > LONGEST_MS).length;
  console.log(
    `/health meanwhile, ${times.length} times: median ${median.toFixed(0)} ms, longest ${most.toFixed(0)} ms, ${slow} above ${LONGEST_MS} ms`,
  );
  await Promise.all(off.map((each) => each()));
  const connection = await createConnection(heron.databaseUrl);
  const [rows] = await connection.query(
    "SELECT COUNT(DISTINCT charge_point_id) AS points, ROUND(SUM(wh)) AS wh FROM charge_quarter WHERE charge_point_id LIKE 'trial-%'",
  );
  await connection.end();
  console.log(`stored: ${JSON.stringify((rows as object[])[0])}`);
} finally {
  await heron.stop();
}
