/**
 * The file of a backup: one line of JSON as its description, then the database as SQL, compressed. The line has a
 * fixed length, so that it can be written last.
 */
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { open } from "node:fs/promises";
import { Transform } from "node:stream";
import { PlainError } from "./setup.mjs";

const HEAD_BYTES = 1024;
export const FORMAT = "heron-backup";

export const headLine = (head) => `${JSON.stringify(head).padEnd(HEAD_BYTES - 1)}\n`;
export const packed = (file) => createReadStream(file, { start: HEAD_BYTES });

export async function sha256Of(file) {
  const hash = createHash("sha256");
  for await (const chunk of packed(file)) hash.update(chunk);
  return hash.digest("hex");
}

/** Counts the rows of a dump as it passes: the rows in the file, regardless of concurrent writes. */
export class RowCounter extends Transform {
  /** Rows by table. */
  counts;
  #before = "";
  #longest;

  constructor(tables) {
    super();
    this.counts = Object.fromEntries(tables.map((table) => [table, 0]));
    this.#longest = Math.max(...tables.map((table) => `\nINSERT INTO \`${table}\` `.length));
  }

  _transform(chunk, _encoding, next) {
    // Text of a row is written without line breaks, so a statement is found by the line it begins.
    const text = this.#before + chunk.toString("latin1");
    for (const table of Object.keys(this.counts)) {
      const statement = `\nINSERT INTO \`${table}\` `;
      for (let at = text.indexOf(statement); at >= 0; at = text.indexOf(statement, at + 1)) this.counts[table]++;
    }
    this.#before = text.slice(-(this.#longest - 1));
    // A statement that was counted whole is not counted again.
    for (const table of Object.keys(this.counts)) {
      const statement = `\nINSERT INTO \`${table}\` `;
      const at = this.#before.lastIndexOf(statement);
      if (at >= 0) this.#before = this.#before.slice(at + 1);
    }
    next(null, chunk);
  }
}

/** @throws PlainError where the file is no backup, or not the whole of it */
export async function readHead(file) {
  const handle = await open(file).catch(() => {
    throw new PlainError(`There is no file ${file}.`);
  });
  const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD_BYTES), 0, HEAD_BYTES, 0);
  await handle.close();
  let head;
  try {
    head = JSON.parse(buffer.toString("utf8", 0, bytesRead));
  } catch {
    head = null;
  }
  if (head?.format !== FORMAT || head.version !== 1) throw new PlainError(`${file} is no backup of Heron.`);
  if ((await sha256Of(file)) !== head.sha256)
    throw new PlainError(`${file} is damaged: it is not what was written. Nothing was touched.`);
  return head;
}
