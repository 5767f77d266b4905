/** The shipped fonts, for papers. */
import { createRequire } from "node:module";
import path from "node:path";
import { Font } from "@react-pdf/renderer";

const fromRoot = createRequire(path.resolve("package.json"));
const file = (name: string, weight: number) =>
  fromRoot.resolve(`@fontsource/${name}/files/${name}-latin-${weight}-normal.woff`);

const register = (family: string, name: string, weights: readonly number[]) =>
  Font.register({ family, fonts: weights.map((fontWeight) => ({ src: file(name, fontWeight), fontWeight })) });

const FAMILIES = [
  { fontFamily: "Text", name: "atkinson-hyperlegible-next", weights: [400, 600, 700] },
  { fontFamily: "Figures", name: "atkinson-hyperlegible-mono", weights: [400, 600] },
] as const;
for (const { fontFamily, name, weights } of FAMILIES) register(fontFamily, name, weights);
Font.registerHyphenationCallback((word) => [word]);

/**
 * Loads the fonts and looks up every character once by its code. A glyph that the layout meets first under another
 * name (as a substitute) would otherwise be kept without its character, and be missing when text is copied or searched.
 */
async function load(): Promise<void> {
  const printable = Array.from({ length: 0x17f - 0x20 }, (_, i) => 0x20 + i);
  for (const { fontFamily, weights } of FAMILIES)
    for (const fontWeight of weights) {
      await Font.load({ fontFamily, fontWeight });
      const source = Font.getFont({ fontFamily, fontWeight }) as unknown as {
        data?: { glyphForCodePoint(code: number): unknown };
      };
      for (const code of printable) source.data?.glyphForCodePoint(code);
    }
}

let loaded: Promise<void> | null = null;
/** Papers are drawn after this. */
export const readyFonts = (): Promise<void> => {
  loaded ??= load();
  return loaded;
};
