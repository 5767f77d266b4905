/**
 * A picture prepared in the browser: upright, smaller, re-encoded as JPEG, so that the place and time that cameras
 * write into files do not leave the phone.
 */
export interface ReadyPicture {
  blob: Blob;
  width: number;
  height: number;
}

const LONGEST_SIDE = 2048;
const QUALITY = 0.82;
const MOST_BYTES = 60_000_000;

const DAMAGED = "is damaged: it breaks off, or is no picture inside";
/** Reading HEIC is fetched when the first such picture comes. */
const HEIC = "is a HEIC picture that could not be read: it is damaged, or there is no connection to fetch the reader";

/** The format by the first bytes of a file; its name and type are not trusted. */
export function pictureKind(head: Uint8Array): "jpeg" | "png" | "webp" | "heic" | "svg" | null {
  const text = String.fromCharCode(...head.subarray(0, 64));
  if (head[0] === 0xff && head[1] === 0xd8) return "jpeg";
  if (text.startsWith("\x89PNG")) return "png";
  if (text.startsWith("RIFF") && text.slice(8, 12) === "WEBP") return "webp";
  if (text.slice(4, 8) === "ftyp" && /^(heic|heix|hevc|mif1|msf1)/.test(text.slice(8, 12))) return "heic";
  if (/^\s*(<\?xml|<svg|<!doctype svg)/i.test(text)) return "svg";
  return null;
}

/**
 * @param file as picked or taken
 * @param readHeic opens a HEIC picture that the browser cannot open; without it such a picture is refused
 * @returns the picture, or in words why it cannot be taken
 */
export async function preparePicture(
  file: File,
  readHeic?: (file: File) => Promise<ImageBitmapSource>,
): Promise<ReadyPicture | { problem: string }> {
  const said = (problem: string) => ({ problem: `"${file.name}" ${problem}` });
  if (file.size > MOST_BYTES)
    return said(`is ${Math.round(file.size / 1e6)} MB; a picture may have ${Math.round(MOST_BYTES / 1e6)} MB at most`);
  const kind = pictureKind(new Uint8Array(await file.slice(0, 64).arrayBuffer()));
  if (kind === null) return said("is not a picture. JPEG, PNG, WebP and HEIC can be read");
  if (kind === "svg") return said("is a drawing that can carry script, and is not taken. Send a photo or a JPEG of it");
  const bitmap = await opened(file, kind === "heic" ? readHeic : undefined);
  if (!bitmap) return said(kind === "heic" ? HEIC : DAMAGED);
  const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d") as OffscreenCanvasRenderingContext2D;
  context.fillStyle = "#fff";
  context.fillRect(0, 0, width, height);
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { blob: await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY }), width, height };
}

/** The picture, upright; null where it cannot be opened. */
async function opened(
  file: File,
  readHeic: ((file: File) => Promise<ImageBitmapSource>) | undefined,
): Promise<ImageBitmap | null> {
  try {
    return await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    if (!readHeic) return null;
  }
  try {
    return await createImageBitmap(await readHeic(file));
  } catch {
    return null;
  }
}
