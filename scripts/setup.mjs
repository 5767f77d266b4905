/**
 * Installs missing requirements of a new machine: npm packages, and programs from Debian's packages. It needs only
 * Node.
 */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";

export const ROOT = path.resolve(import.meta.dirname, "..");
export const STATE = path.join(ROOT, ".heron");

/** An error that is shown to the user in plain words, without a stack. */
export class PlainError extends Error {}

/** Location of a program on the PATH; undefined without one. */
const findOnPath = (program) =>
  (process.env.PATH ?? "")
    .split(path.delimiter)
    .map((folder) => path.join(folder, program))
    .find((place) => existsSync(place));

/** Runs a command with its output shown; throws a PlainError when it fails. */
export function run(command, args, { env = process.env, failure = `${command} failed`, quiet = false } = {}) {
  const stdio = quiet ? ["ignore", "pipe", "pipe"] : ["ignore", "inherit", "inherit"];
  const result = spawnSync(command, args, { cwd: ROOT, env, stdio, encoding: "utf8" });
  if (result.status !== 0) {
    const tail = quiet ? `\n${`${result.stdout}${result.stderr}`.split("\n").slice(-15).join("\n")}` : "";
    throw new PlainError(`${failure}${tail}`);
  }
}

/** Installs the npm packages of the lock file where they are missing or older than it. */
export function ensureNpmPackages({ quiet = false } = {}) {
  const lock = readFileSync(path.join(ROOT, "package-lock.json"));
  const stamp = createHash("sha256").update(lock).digest("hex");
  const stampFile = path.join(ROOT, "node_modules", ".heron-lock");
  if (existsSync(stampFile) && readFileSync(stampFile, "utf8") === stamp) return;
  if (!quiet) console.log("Installing npm packages ...");
  // Not `npm ci`: it stops where a registry lacks an optional package for another platform.
  run("npm", ["install", "--no-save", "--no-audit", "--no-fund", "--loglevel=error"], {
    quiet,
    failure: "The npm packages could not be installed. Is the npm registry in reach, and is there room on the disk?",
  });
  writeFileSync(stampFile, stamp);
}

/** Debian packages by the program that proves them present. */
const SYSTEM_PACKAGES = {
  mariadbd: "mariadb-server",
  "chromium-headless-shell": "chromium-headless-shell",
  pdftotext: "poppler-utils",
};

/** Installs the named programs from Debian's packages where they are missing. */
export function ensurePrograms(programs) {
  const missing = programs
    .filter((p) => !findOnPath(p) && !existsSync(`/usr/sbin/${p}`))
    .map((p) => SYSTEM_PACKAGES[p]);
  if (missing.length === 0) return;
  const names = missing.join(" ");
  if (!findOnPath("apt-get"))
    throw new PlainError(`Heron needs ${names}, and there is no apt here. Install them, then run this again.`);
  const root = process.getuid?.() === 0;
  const apt = (args) => {
    const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
    const [command, ...rest] = root ? ["apt-get", ...args] : ["sudo", "-n", "apt-get", ...args];
    run(command, rest, {
      env,
      quiet: true,
      failure: `apt may not install ${names} here. Install them yourself (apt-get install ${names}), then run this again.`,
    });
  };
  console.log(`Installing ${names} ...`);
  // The services of the packages are not wanted: Heron starts its own database in its own folder.
  apt(["update"]);
  apt(["install", "-y", "--no-install-recommends", ...missing]);
}

/** The build of Chromium without windows takes a fifth less of the processor than the whole browser. */
const BROWSERS = ["chromium-headless-shell", "chromium"];

/** The path of the browser for tests; null where none is installed. */
export const browserPath = () => process.env.CHROMIUM ?? BROWSERS.map(findOnPath).find(Boolean) ?? null;

/** Installs the browser for tests; a whole Chromium does where that is not possible. */
export function ensureBrowser() {
  try {
    ensurePrograms([BROWSERS[0]]);
  } catch (error) {
    if (!(error instanceof PlainError && browserPath())) throw error;
  }
}

export function ensureStateFolder() {
  try {
    mkdirSync(STATE, { recursive: true });
  } catch (error) {
    throw new PlainError(`The folder .heron cannot be made here (${error.code}). Is the disk full or read-only?`);
  }
}

/** Runs the whole of a script; plain errors end it with their words and exit code 1. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    if (!(error instanceof PlainError)) throw error;
    console.error(`\n${error.message}`);
    process.exitCode = 1;
  }
}
