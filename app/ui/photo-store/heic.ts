/** HEIC pictures, for browsers that do not read them themselves. */
import { wrap } from "comlink";
import type { HeicReader } from "./heic-worker.ts";

/**
 * @param file a HEIC picture, upright as its maker meant it
 * @throws where it is none, or breaks off, or the reader cannot be fetched
 */
export async function readHeic(file: Blob): Promise<ImageData> {
  const worker = new Worker(new URL("./heic-worker.ts", import.meta.url), { type: "module" });
  try {
    // A worker that cannot be started answers nothing.
    const failed = new Promise<never>((_, reject) => {
      worker.onerror = () => reject(new Error("the reader of HEIC pictures did not start"));
    });
    const bytes = await file.arrayBuffer();
    const { width, height, data } = await Promise.race([wrap<HeicReader>(worker).read(bytes), failed]);
    return new ImageData(data, width, height);
  } finally {
    worker.terminate();
  }
}
