/**
 * The process that decodes pictures: one after the other, upright, of a reasonable size, without the place and time
 * that a camera writes into them.
 */
import os from "node:os";
import sharp from "sharp";
import { BEHIND_PAGES } from "./thread.ts";

const LONGEST_SIDE = 2400;
const THUMBNAIL = { width: 320, height: 240 };
/** Formats that are decoded; nothing that can carry script. */
const FORMATS = new Set(["jpeg", "png", "webp"]);
const MOST_PIXELS = 80_000_000;
const DEADLINE_S = 20;

export interface DecodedPicture {
  picture: Uint8Array;
  thumbnail: Uint8Array;
  width: number;
  height: number;
}

/** Decodes a picture and re-encodes it as JPEG, upright and without metadata. Null where its format is not allowed. */
async function keep(bytes: Uint8Array): Promise<DecodedPicture | null> {
  try {
    const { format } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
    if (!FORMATS.has(format)) return null;
    const upright = sharp(bytes, { limitInputPixels: MOST_PIXELS }).timeout({ seconds: DEADLINE_S }).rotate();
    const { data: picture, info } = await upright
      .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#ffffff" })
      .jpeg({ quality: 82, mozjpeg: false })
      .toBuffer({ resolveWithObject: true });
    const thumbnail = await sharp(picture)
      .resize(THUMBNAIL.width, THUMBNAIL.height, { fit: "cover" })
      .jpeg({ quality: 72 })
      .toBuffer();
    return { picture, thumbnail, width: info.width, height: info.height };
  } catch {
    return null;
  }
}

os.setPriority(BEHIND_PAGES);
// One processor at a time: the others are for the people who wait for pages.
sharp.concurrency(1);
sharp.cache(false);
process.on("message", async (bytes: Uint8Array) => process.send?.(await keep(bytes)));
process.once("disconnect", () => process.exit());
