/**
 * Picture decoding in a worker thread. The upload form is parsed here; the decoder runs in its own process, so that a
 * malicious picture cannot crash anything else.
 */
import { type ChildProcess, fork } from "node:child_process";
import { once } from "node:events";
import type { DecodedPicture } from "./picture-decoder.ts";
import { threadBehindPages } from "./thread.ts";

/** The fields of an upload form, and the bytes of its picture where it has one. */
export interface PictureForm {
  fields: Record<string, string>;
  picture: ArrayBuffer | null;
}

/** A body as it arrived, and the fields that are read of it. */
export interface PictureUpload {
  contentType: string;
  body: ArrayBuffer;
  names: readonly string[];
}

const sources = import.meta.url.endsWith(".ts");
const decoderFile = new URL(sources ? "./picture-decoder.ts" : "./picture-decoder.js", import.meta.url);

/** A decoder without work goes, and its memory with it. */
const IDLE_MS = 10_000;

let decoder: ChildProcess | null = null;
let ending: NodeJS.Timeout | undefined;

/** The process receives only the paths of its programs, and ends with this thread. */
function decoderProcess(): ChildProcess {
  clearTimeout(ending);
  if (decoder?.connected) return decoder;
  decoder = fork(decoderFile, {
    // Memory used for a picture is returned to the operating system when it is done.
    env: { PATH: process.env.PATH, MALLOC_ARENA_MAX: "2", MALLOC_MMAP_THRESHOLD_: "131072" },
    execArgv: ["--max-old-space-size=64", ...(sources ? ["--import", "tsx"] : [])],
    serialization: "advanced",
    stdio: ["ignore", "ignore", "inherit", "ipc"],
  });
  return decoder;
}

const TASKS = {
  /** @returns null where the body is no form */
  async form({ contentType, body, names }: PictureUpload): Promise<PictureForm | null> {
    const form = await new Response(body, { headers: { "Content-Type": contentType } }).formData().catch(() => null);
    if (!form) return null;
    const file = form.get("picture");
    return {
      fields: Object.fromEntries(
        names.flatMap((name) => {
          const value = form.get(name);
          return typeof value === "string" ? [[name, value]] : [];
        }),
      ),
      picture: file instanceof File ? await file.arrayBuffer() : null,
    };
  },

  /** @returns null where the bytes are not an allowed picture */
  async keep(bytes: Uint8Array): Promise<DecodedPicture | null> {
    const at = decoderProcess();
    const answered = new AbortController();
    const { signal } = answered;
    const message = once(at, "message", { signal }).then(([kept]) => kept as DecodedPicture | null);
    const end = once(at, "exit", { signal }).then(() => null);
    at.send(bytes);
    // A decoder that crashed or failed means that the picture is not allowed.
    const kept = await Promise.race([message, end]).catch(() => null);
    answered.abort();
    ending = setTimeout(() => at.connected && at.disconnect(), IDLE_MS);
    return kept;
  },
};

export type PictureTasks = typeof TASKS;
export default threadBehindPages(TASKS);
