import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { unpackedFont } from "./woff.ts";

const file = createRequire(path.resolve("package.json")).resolve(
  "@fontsource/noto-sans/files/noto-sans-latin-400-normal.woff",
);

describe("an unpacked font", () => {
  it("has every table of the packed one, each with its checksum", () => {
    const woff = readFileSync(file);
    const font = unpackedFont(woff);
    const count = font.readUInt16BE(4);
    expect(count).toBe(woff.readUInt16BE(12));
    expect(font.length).toBe(woff.readUInt32BE(16));
    for (let i = 0; i < count; i++) {
      const at = 12 + i * 16;
      const tag = font.toString("latin1", at, at + 4);
      const [checksum, offset, length] = [
        font.readUInt32BE(at + 4),
        font.readUInt32BE(at + 8),
        font.readUInt32BE(at + 12),
      ];
      let sum = 0;
      for (let k = 0; k < Math.ceil(length / 4) * 4; k += 4) sum = (sum + font.readUInt32BE(offset + k)) >>> 0;
      // The checksum of "head" leaves out a field of the table itself.
      if (tag !== "head") expect({ tag, sum }).toEqual({ tag, sum: checksum });
    }
  });
  it("is made of a WOFF file only", () => {
    expect(() => unpackedFont(Buffer.from("wOF2 and more"))).toThrow("no WOFF font");
  });
});
