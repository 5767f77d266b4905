/** Pictures for tests, made when asked for. */
import sharp from "sharp";

/** A JPEG that says where it was taken and that the camera was held upright (turned by a quarter). */
export const phonePhoto = (width: number, height: number, shade = 120): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: { r: shade, g: shade, b: 110 } } })
    .withExif({ IFD0: { Make: "Test camera" }, IFD3: { GPSLatitude: "51/1 30/1 0/1" } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();

/** A large photo with the detail of a real one, so that its bytes do not shrink to nothing. */
export const noisyPhoto = (width: number, height: number): Promise<Buffer> =>
  sharp({
    create: { width, height, channels: 3, background: "#888", noise: { type: "gaussian", mean: 128, sigma: 30 } },
  })
    .jpeg({ quality: 90 })
    .toBuffer();
