/**
 * `npm run crowd`: 200 sign-ins and 8 pictures of 79 megapixels wait at once; meanwhile `/health`, the list of jobs and
 * a step of a job are asked for again and again: none may take longer than 200 ms. Then `--pages` pages (5000), and how
 * much memory the process takes after them.
 */
import { spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { text } from "node:stream/consumers";
import sharp from "sharp";
import { Heron } from "../heron.ts";
import { cookieOf, demoPeople, option } from "./people.ts";

const SIGN_INS = option("sign-ins", 200);
const PICTURES = option("pictures", 8);
const PAGES = option("pages", 5000);
const LONGEST_MS = 200;
const MOST_MB = 800;
const AT_ONCE = 8;

// Each sign-in comes from an address of its own, so that all of them are looked at.
process.env.TRUST_PROXY = "1";
const heron = await Heron.start();
/** The server and, while there are pictures, the process that decodes them. */
const processes = () => {
  const server = String(heron.serverPid);
  const tasks = readdirSync(`/proc/${server}/task`);
  return [
    server,
    ...tasks.flatMap((t) => readFileSync(`/proc/${server}/task/${t}/children`, "utf8").match(/\d+/g) ?? []),
  ];
};
const memoryMB = (pids = processes()) =>
  pids
    .map((pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1]) / 1024)
    .reduce((a, b) => a + b, 0);
try {
  const [owner] = demoPeople();
  const job = owner?.jobs[0] as string;
  const cookie = await cookieOf(heron.url, owner?.email as string);
  const get = async (path: string) => {
    const at = performance.now();
    const response = await fetch(`${heron.url}${path}`, { headers: { Cookie: cookie } });
    await response.arrayBuffer();
    return { status: response.status, ms: performance.now() - at };
  };
  const asked = ["/health", "/", `/jobs/${job}/need`];
  for (const path of asked) for (let i = 0; i < 20; i++) await get(path);

  const noise = await sharp({
    create: {
      width: 8888,
      height: 8888,
      channels: 3,
      background: "#456",
      noise: { type: "gaussian", mean: 120, sigma: 30 },
    },
  })
    .jpeg({ quality: 30 })
    .toBuffer();
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), "heron-crowd-")), "large.jpg");
  writeFileSync(file, noise);
  console.log(`a picture of ${((8888 * 8888) / 1e6).toFixed(0)} megapixels, ${(noise.length / 1e6).toFixed(1)} MB`);
  const from = performance.now();
  const times = new Map<string, number[]>(asked.map((path) => [path, []]));
  // The crowd is a process of its own, so that only the server's time is measured here.
  const crowd = spawn(process.execPath, ["--import", "tsx", "e2e/trials/crowd-itself.ts"], {
    env: {
      ...process.env,
      CROWD: JSON.stringify({ url: heron.url, cookie, job, signIns: SIGN_INS, pictures: PICTURES, file }),
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const said = text(crowd.stdout);
  let present = true;
  crowd.once("exit", () => {
    present = false;
  });
  let mostInCrowd = 0;
  let mostOfServer = 0;
  while (present) {
    for (const path of asked) times.get(path)?.push((await get(path)).ms);
    mostInCrowd = Math.max(mostInCrowd, memoryMB());
    mostOfServer = Math.max(mostOfServer, memoryMB([String(heron.serverPid)]));
  }
  const statuses = JSON.parse(await said) as string[];
  const count = (status: string) => statuses.filter((s) => s === status).length;
  console.log(
    `${SIGN_INS} sign-ins and ${PICTURES} pictures answered in ${((performance.now() - from) / 1000).toFixed(1)} s (${[...new Set(statuses)].map((s) => `${s}: ${count(s)}`).join(", ")})`,
  );
  let slow = false;
  for (const [path, ms] of times) {
    const sorted = [...ms].sort((a, b) => a - b);
    const longest = sorted.at(-1) ?? 0;
    slow ||= longest > LONGEST_MS;
    console.log(
      `${path.replace(job, "*")} meanwhile, ${ms.length} times: median ${sorted[ms.length >> 1]?.toFixed(0)} ms, longest ${longest.toFixed(0)} ms (bound ${LONGEST_MS})`,
    );
  }
  console.log(
    `memory of the server at most ${mostOfServer.toFixed(0)} MB in the crowd, with the decoder of pictures ${mostInCrowd.toFixed(0)} MB`,
  );

  const steps = ["survey", "demand", "need", "ways", "circuit", "papers"];
  const jobs = owner?.jobs ?? [];
  let begun = 0;
  let most = 0;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let n = begun++; n < PAGES; n = begun++) {
        await get(`/jobs/${jobs[n % jobs.length]}/${steps[n % steps.length]}`);
        if (n % 50 === 0) most = Math.max(most, memoryMB());
        if (n % 1000 === 0) console.log(`${n} pages: ${memoryMB().toFixed(0)} MB`);
      }
    }),
  );
  console.log(
    `${PAGES} pages: ${memoryMB().toFixed(0)} MB, at most ${most.toFixed(0)} MB meanwhile (bound ${MOST_MB})`,
  );
  if (slow || most > MOST_MB) process.exitCode = 1;
} finally {
  await heron.stop();
}
