/** Pictures as they are kept: upright, of a reasonable size, without the place and time a camera writes into them. */
import sharp from "sharp";
import { forPictures } from "./work.ts";

// One processor at a time: the others are for the people who wait for pages.
sharp.concurrency(1);

const LONGEST_SIDE = 2400;
const THUMBNAIL = { width: 320, height: 240 };
/** Formats that are decoded; nothing that can carry script. */
const FORMATS = new Set(["jpeg", "png", "webp"]);
const MOST_PIXELS = 80_000_000;
const DEADLINE_S = 20;

export interface KeptPicture {
  picture: Buffer;
  thumbnail: Buffer;
  width: number;
  height: number;
}

/**
 * Decodes a picture and writes it anew as JPEG: turned upright, all metadata left out.
 * @returns null where the bytes are no picture that may be kept
 */
export function keepPicture(bytes: Buffer): Promise<KeptPicture | null> {
  return forPictures(() => keep(bytes));
}

async function keep(bytes: Buffer): Promise<KeptPicture | null> {
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
