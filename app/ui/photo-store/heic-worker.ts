/** Reads HEIC pictures, away from the page: decoding one takes a second or two. */
import { expose, transfer } from "comlink";
import decode from "heic-decode";

/** A picture point by point: red, green, blue and opacity, a byte each, row by row. */
export interface HeicPixels {
  width: number;
  height: number;
  data: Uint8ClampedArray<ArrayBuffer>;
}

const reader = {
  /** @throws where the bytes are no HEIC picture, or break off */
  async read(bytes: ArrayBuffer): Promise<HeicPixels> {
    const pixels = await decode({ buffer: new Uint8Array(bytes) });
    return transfer(pixels, [pixels.data.buffer]);
  },
};
export type HeicReader = typeof reader;

expose(reader);
