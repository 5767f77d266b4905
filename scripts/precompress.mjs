/** Compresses the files of the built client once at build: the server only hands them out. */
import { readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";
import { ROOT } from "./setup.mjs";

const ASSETS = path.join(ROOT, "build", "client", "assets");
/** Below this, packing saves nothing. */
const LEAST_BYTES = 1000;
/** The highest quality is 11: its files are 2.6 % smaller, and it takes twice the time. */
const QUALITY = 10;

for (const name of readdirSync(ASSETS).filter((file) => /\.(m?js|css)$/.test(file))) {
  const file = path.join(ASSETS, name);
  if (statSync(file).size < LEAST_BYTES) continue;
  const bytes = readFileSync(file);
  writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY } }));
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
}
