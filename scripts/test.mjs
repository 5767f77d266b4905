/**
 * `npm test`: sets up what is missing, then format and lint, arrows between folders, types, unit and database tests,
 * build, and the browser tests. Ends with "N passed, N failed"; leaves nothing running.
 */
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { ensureNpmPackages, ensurePrograms, ensureStateFolder, main, ROOT } from "./setup.mjs";

const RESULTS = path.join(ROOT, "test-results");
let passed = 0;
let failed = 0;

const run = (command, args) =>
  spawnSync(command, args, { cwd: ROOT, stdio: ["ignore", "inherit", "inherit"] }).status === 0;
const readJson = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, "utf8")) : null);

/** A stage that passes or fails as a whole. */
function check(name, command, args) {
  const from = Date.now();
  const ok = run(command, args);
  if (ok) passed++;
  else failed++;
  console.log(`${ok ? "ok    " : "FAILED"} ${name} (${((Date.now() - from) / 1000).toFixed(1)} s)`);
  return ok;
}

/** A stage that counts its tests; one that tells no counts, or fails beside them, is a failure itself. */
function counted(name, command, args, count) {
  const from = Date.now();
  const ok = run(command, args);
  const found = count();
  passed += found?.passed ?? 0;
  failed += found?.failed ?? 0;
  if (!found || found.passed + found.failed === 0 || (!ok && found.failed === 0)) failed++;
  console.log(`${ok ? "ok    " : "FAILED"} ${name} (${((Date.now() - from) / 1000).toFixed(1)} s)`);
}

async function test() {
  ensureStateFolder();
  ensureNpmPackages();
  ensurePrograms(["mariadbd", "chromium", "pdftotext"]);
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS);

  check("format and lint", "npx", ["biome", "check", "--error-on-warnings", "."]);
  check("arrows between folders", "npx", [
    "depcruise",
    "core",
    "app",
    "db",
    "cli",
    "standins",
    "--config",
    ".dependency-cruiser.cjs",
  ]);
  check("route types", "npx", ["react-router", "typegen"]);
  check("nothing unused", "npx", ["knip"]);
  check("types, and words from outside as keys", process.execPath, ["scripts/check-types.mjs"]);
  const vitestFile = path.join(RESULTS, "vitest.json");
  counted(
    "unit and database tests",
    "npx",
    ["vitest", "run", "--reporter=default", "--reporter=json", `--outputFile.json=${vitestFile}`],
    () => {
      const report = readJson(vitestFile);
      return report && { passed: report.numPassedTests, failed: report.numFailedTests };
    },
  );
  if (check("build", "npm", ["run", "build"]))
    counted("browser tests", "npx", ["playwright", "test"], () => {
      const stats = readJson(path.join(RESULTS, "e2e.json"))?.stats;
      return stats && { passed: stats.expected, failed: stats.unexpected + stats.flaky };
    });
  console.log(`${passed} passed, ${failed} failed`);
  if (failed > 0) process.exitCode = 1;
}

await main(test);
