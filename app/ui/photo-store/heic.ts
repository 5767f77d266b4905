/** HEIC pictures, for browsers that do not read them themselves. */
import { threadOf } from "#ui/live/thread.ts";
import type { HeicReader } from "./heic-worker.ts";

/**
 * @param file a HEIC picture, upright by its own metadata
 * @throws where it is not one, is incomplete, or the decoder cannot be loaded
 */
export async function readHeic(file: Blob): Promise<ImageData> {
  const { ask, end, failed } = threadOf<HeicReader>(
    new Worker(new URL("./heic-worker.ts", import.meta.url), { type: "module" }),
  );
  try {
    const bytes = await file.arrayBuffer();
    const { width, height, data } = await Promise.race([ask.read(bytes), failed]);
    return new ImageData(data, width, height);
  } finally {
    end();
  }
}
