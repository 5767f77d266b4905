/**
 * `npm test`: sets up what is missing, then format and lint, arrows between folders, types, unit and database tests,
 * build, and the browser tests. Ends with "N passed, N failed"; leaves nothing running.
 */
import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { ensureBrowser, ensureNpmPackages, ensurePrograms, ensureStateFolder, main, ROOT } from "./setup.mjs";

const RESULTS = path.join(ROOT, "test-results");
let passed = 0;
let failed = 0;

const readJson = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, "utf8")) : null);

/** Runs a command. @returns whether it succeeded, and what it printed where that is not shown at once */
function run(command, args, isShownAtOnce) {
  const child = spawn(command, args, {
    cwd: ROOT,
    stdio: ["ignore", ...Array(2).fill(isShownAtOnce ? "inherit" : "pipe")],
  });
  const printed = [];
  for (const stream of [child.stdout, child.stderr]) stream?.on("data", (part) => printed.push(part));
  return new Promise((resolve) => {
    child.once("error", (error) => resolve({ ok: false, printed: String(error) }));
    child.once("close", (code) => resolve({ ok: code === 0, printed: Buffer.concat(printed).toString("utf8") }));
  });
}

/**
 * A stage that passes or fails as a whole; or, with `count`, one that counts its tests. A counting stage without
 * counts, or with a failure beside them, is a failure itself.
 */
async function runStage({ name, command, args, count }, isShownAtOnce = false) {
  const from = Date.now();
  const { ok, printed } = await run(command, args, isShownAtOnce);
  process.stdout.write(printed);
  if (count) {
    const found = count();
    passed += found?.passed ?? 0;
    failed += found?.failed ?? 0;
    if (!found || found.passed + found.failed === 0 || (!ok && found.failed === 0)) failed++;
  } else if (ok) passed++;
  else failed++;
  console.log(`${ok ? "ok    " : "FAILED"} ${name} (${((Date.now() - from) / 1000).toFixed(1)} s)`);
  return ok;
}

/** Runs stages that need nothing of each other, as many at a time as there are processors. @returns whether each succeeded */
async function runBeside(stages) {
  const results = new Map();
  const waiting = [...stages];
  const lane = async () => {
    for (let stage = waiting.shift(); stage; stage = waiting.shift()) results.set(stage, await runStage(stage));
  };
  await Promise.all(Array.from({ length: Math.min(os.availableParallelism(), 3) }, lane));
  return stages.map((stage) => results.get(stage));
}

/** The tests of one project of Vitest. */
function vitest(project, name) {
  const file = path.join(RESULTS, `${project}.json`);
  const reports = ["--reporter=dot", "--reporter=json", `--outputFile.json=${file}`];
  return {
    name,
    command: "npx",
    args: ["vitest", "run", "--project", project, ...reports],
    count() {
      const report = readJson(file);
      return report && { passed: report.numPassedTests, failed: report.numFailedTests };
    },
  };
}

const FOLDERS = ["core", "app", "db", "cli", "standins"];
const BUILD = { name: "build", command: "npm", args: ["run", "build"] };
const BROWSER_TESTS = {
  name: "browser tests",
  command: "npx",
  args: ["playwright", "test"],
  count() {
    const stats = readJson(path.join(RESULTS, "e2e.json"))?.stats;
    return stats && { passed: stats.expected, failed: stats.unexpected + stats.flaky };
  },
};

async function test() {
  ensureStateFolder();
  ensureNpmPackages();
  ensurePrograms(["mariadbd", "pdftotext"]);
  ensureBrowser();
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS);

  await runStage({ name: "route types", command: "npx", args: ["react-router", "typegen"] });
  const [isBuilt] = await runBeside([
    BUILD,
    vitest("database", "database tests"),
    vitest("unit", "unit tests"),
    { name: "types, and words from outside as keys", command: process.execPath, args: ["scripts/check-types.mjs"] },
    { name: "format and lint", command: "npx", args: ["biome", "check", "--error-on-warnings", "."] },
    {
      name: "arrows between folders",
      command: "npx",
      args: ["depcruise", ...FOLDERS, "--config", ".dependency-cruiser.cjs"],
    },
    { name: "nothing unused", command: "npx", args: ["knip"] },
  ]);
  if (isBuilt) await runStage(BROWSER_TESTS, true);
  console.log(`${passed} passed, ${failed} failed`);
  if (failed > 0) process.exitCode = 1;
}

await main(test);
