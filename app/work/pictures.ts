/**
 * Pictures in a worker thread: the form that brought one is taken apart here, and the decoder is a process of its own,
 * so that a picture made to break it breaks nothing else.
 */
import { type ChildProcess, fork } from "node:child_process";
import { once } from "node:events";
import type { DecodedPicture } from "./picture-decoder.ts";
import { threadBehindPages } from "./thread.ts";

/** What stood in a form: its words, and the picture's bytes where there is one. */
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

/** It is told nothing but where its programs lie, and ends with this thread. */
function decoderProcess(): ChildProcess {
  clearTimeout(ending);
  if (decoder?.connected) return decoder;
  decoder = fork(decoderFile, {
    // What a picture took goes back to the system once it is done.
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

  /** @returns null where the bytes are no picture that may be kept */
  async keep(bytes: Uint8Array): Promise<DecodedPicture | null> {
    const at = decoderProcess();
    const answered = new AbortController();
    const { signal } = answered;
    const message = once(at, "message", { signal }).then(([kept]) => kept as DecodedPicture | null);
    const end = once(at, "exit", { signal }).then(() => null);
    at.send(bytes);
    // Where it broke off, the picture is one that may not be kept.
    const kept = await Promise.race([message, end]).catch(() => null);
    answered.abort();
    ending = setTimeout(() => at.connected && at.disconnect(), IDLE_MS);
    return kept;
  },
};

export type PictureTasks = typeof TASKS;
export default threadBehindPages(TASKS);
