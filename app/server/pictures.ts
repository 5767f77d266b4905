/** Received and stored pictures: parsed and decoded outside the page threads. */

import { MOST_PHOTO_BYTES } from "#core/limits.ts";
import type { PictureForm } from "../work/pictures.ts";
import { readUpload } from "./input.ts";
import { forPictures } from "./work.ts";

/** JPEG, upright, no longer than 2400 pixels, and its thumbnail. */
export interface KeptPicture {
  picture: Buffer;
  thumbnail: Buffer;
  width: number;
  height: number;
}

/**
 * The form that brings a picture, taken apart in a worker thread.
 * @param names the fields that are read
 * @returns null where the body is no form
 */
export async function pictureForm(request: Request, names: readonly string[]): Promise<PictureForm | null> {
  const upload = await readUpload(request, MOST_PHOTO_BYTES);
  return forPictures("form", { ...upload, names }, [upload.body]);
}

/**
 * Decodes a picture and re-encodes it as JPEG, upright and without metadata.
 * @returns null where the bytes are not an allowed picture
 */
export async function keepPicture(bytes: Uint8Array): Promise<KeptPicture | null> {
  const kept = await forPictures("keep", bytes);
  return kept && { ...kept, picture: Buffer.from(kept.picture), thumbnail: Buffer.from(kept.thumbnail) };
}
