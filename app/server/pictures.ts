/** Pictures as they come and as they are kept: taken apart and decoded beside the pages. */
import type { PictureForm } from "../work/pictures.ts";
import { forPictures } from "./work.ts";

/** JPEG, upright, no longer than 2400 pixels, and its thumbnail. */
export interface KeptPicture {
  picture: Buffer;
  thumbnail: Buffer;
  width: number;
  height: number;
}

/** What stands in the form that brings a picture; null where the body is no form. */
export async function pictureForm(request: Request): Promise<PictureForm | null> {
  const body = await request.arrayBuffer();
  return forPictures("form", { contentType: request.headers.get("Content-Type") ?? "", body }, [body]);
}

/**
 * Decodes a picture and writes it anew as JPEG: turned upright, all metadata left out.
 * @returns null where the bytes are no picture that may be kept
 */
export async function keepPicture(bytes: Uint8Array): Promise<KeptPicture | null> {
  const kept = await forPictures("keep", bytes);
  return kept && { ...kept, picture: Buffer.from(kept.picture), thumbnail: Buffer.from(kept.thumbnail) };
}
