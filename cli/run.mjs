/**
 * Starts a command of the command line: `node cli/run.mjs assess ...`. The command is bundled into one file the first
 * time; the bundle is used as long as all its sources are the same, so that a command starts in a moment.
 */
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";

const ROOT = path.resolve(import.meta.dirname, "..");
const [command, ...args] = process.argv.slice(2);
const source = path.join(ROOT, "cli", `${command}.ts`);
const folder = path.join(ROOT, ".heron", "cli");
const bundle = path.join(folder, `${command}.mjs`);
const listFile = path.join(folder, `${command}.json`);

/** SHA-256 over the sources; null where one of them is gone. */
function digestOf(files) {
  const hash = createHash("sha256").update(process.version);
  try {
    for (const file of files)
      hash
        .update(file)
        .update("\0")
        .update(readFileSync(path.join(ROOT, file)));
  } catch {
    return null;
  }
  return hash.digest("hex");
}

function bundleIsCurrent() {
  if (!existsSync(bundle) || !existsSync(listFile)) return false;
  try {
    const { files, digest } = JSON.parse(readFileSync(listFile, "utf8"));
    return digest === digestOf(files);
  } catch {
    return false;
  }
}

async function makeBundle() {
  const { build } = await import("esbuild");
  mkdirSync(folder, { recursive: true });
  const part = `${bundle}.${process.pid}`;
  const { metafile } = await build({
    absWorkingDir: ROOT,
    entryPoints: [source],
    outfile: part,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    metafile: true,
    // These read files of their own packages.
    external: ["@react-pdf/*", "pdfkit", "react", "react/*"],
    // Half the text to parse; names stay, for the traces of faults.
    minifyWhitespace: true,
    minifySyntax: true,
    // Packages that ask for others as Node's own modules do.
    banner: {
      js: 'import * as nodeModule from "node:module"; const require = nodeModule.createRequire(import.meta.url);',
    },
    logLevel: "error",
  });
  const files = [...Object.keys(metafile.inputs), "package-lock.json", "cli/run.mjs"].sort();
  // Another command at the same time makes the very same bundle; the list is written last.
  rmSync(listFile, { force: true });
  renameSync(part, bundle);
  writeFileSync(`${listFile}.${process.pid}`, JSON.stringify({ files, digest: digestOf(files) }));
  renameSync(`${listFile}.${process.pid}`, listFile);
}

if (!command || !/^[\w-]+$/.test(command) || !existsSync(source)) {
  console.error(`There is no command "${command ?? ""}".`);
  process.exit(2);
}
process.argv = [process.argv[0], source, ...args];
let isBundled = bundleIsCurrent();
if (!isBundled)
  try {
    await makeBundle();
    isBundled = true;
  } catch {
    // A folder that cannot be written to: the sources are read as they are.
  }
if (!isBundled) (await import("tsx/esm/api")).register();
await import(pathToFileURL(isBundled ? bundle : source).href);
