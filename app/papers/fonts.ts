/**
 * The shipped fonts, for papers. Heron's own two have Latin letters; a third one has what they lack of Latin, Greek and
 * Cyrillic.
 */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";
import { Font } from "@react-pdf/renderer";
import { unpackedFont } from "./woff.ts";

const fromRoot = createRequire(path.resolve("package.json"));

interface FontFile {
  family: string;
  /** Name of the package, and the part of its letters. */
  name: string;
  subset: string;
  weights: readonly number[];
}

const NEXT = { name: "atkinson-hyperlegible-next", weights: [400, 600, 700] };
const MONO = { name: "atkinson-hyperlegible-mono", weights: [400, 600] };
const NOTO = { name: "noto-sans", weights: [400, 600, 700] };
const FILES: readonly FontFile[] = [
  { family: "Text", subset: "latin", ...NEXT },
  { family: "Text latin-ext", subset: "latin-ext", ...NEXT },
  { family: "Figures", subset: "latin", ...MONO },
  { family: "Figures latin-ext", subset: "latin-ext", ...MONO },
  ...["latin", "latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese"].map((subset) => ({
    family: `Others ${subset}`,
    subset,
    ...NOTO,
  })),
];
const fallbacks = FILES.map(({ family }) => family).filter((family) => family.startsWith("Others"));

/** Font of text, and of figures in columns: each letter is taken from the first font that has it. */
export const TEXT_FONT = ["Text", "Text latin-ext", ...fallbacks];
export const FIGURE_FONT = ["Figures", "Figures latin-ext", ...fallbacks];

/** A font as the renderer takes it: unpacked, and within its address. */
function addressOf(name: string, subset: string, weight: number): string {
  const file = fromRoot.resolve(`@fontsource/${name}/files/${name}-${subset}-${weight}-normal.woff`);
  return `data:font/ttf;base64,${unpackedFont(readFileSync(file)).toString("base64")}`;
}

/** A word that is longer than this may be broken anywhere, in pieces of a few letters. */
const LONGEST_WORD = 24;
const PIECE = 4;

Font.registerHyphenationCallback((word) => {
  const letters = [...word];
  if (letters.length <= LONGEST_WORD) return [word];
  return Array.from({ length: Math.ceil(letters.length / PIECE) }, (_, i) =>
    letters.slice(i * PIECE, (i + 1) * PIECE).join(""),
  );
});

interface Glyph {
  id: number;
  /** The Unicode text of the glyph, which the PDF stores for copying and searching. */
  codePoints: number[];
}
interface LoadedFont {
  characterSet: number[];
  glyphForCodePoint(code: number): Glyph;
  layout(text: string): { glyphs: Glyph[] };
}

const fonts: LoadedFont[] = [];
const letters = new Set<number>();

/** Whether one of the fonts has a letter. */
export const hasLetter = (codePoint: number): boolean => letters.has(codePoint);

async function load(): Promise<void> {
  for (const { family: fontFamily, name, subset, weights } of FILES) {
    const files = weights.map((fontWeight) => ({ src: addressOf(name, subset, fontWeight), fontWeight }));
    Font.register({ family: fontFamily, fonts: files });
    for (const fontWeight of weights) {
      await Font.load({ fontFamily, fontWeight });
      const font = Font.getFont({ fontFamily, fontWeight }) as unknown as { data?: LoadedFont };
      if (font.data) fonts.push(font.data);
    }
  }
  // Fontkit caches a glyph with the code points of its first lookup. Looking up each letter by its own code first keeps
  // a substitution in the layout from caching the glyph without them.
  for (const font of fonts)
    for (const code of font.characterSet) {
      font.glyphForCodePoint(code);
      letters.add(code);
    }
}

let loaded: Promise<void> | null = null;
/** Papers are drawn after this. */
export const readyFonts = (): Promise<void> => {
  loaded ??= load();
  return loaded;
};

const namedLetters = new Set<string>();

/**
 * Gives code points to the glyphs of accented letters that a font draws as a base and its marks, so that the PDF's text
 * can be copied and searched. Laying out a letter takes milliseconds in each font, so only the letters of a paper are
 * laid out, and each letter once.
 * @param text any text that contains all letters of the paper, in composed form (NFC)
 */
export function nameLetters(text: string): void {
  for (const letter of text) {
    if (namedLetters.has(letter)) continue;
    namedLetters.add(letter);
    const parts = [...letter.normalize("NFD")];
    if (parts.length === 1) continue;
    for (const font of fonts)
      if (font.characterSet.includes(letter.codePointAt(0) ?? 0)) nameParts(font, letter, parts);
  }
}

function nameParts(font: LoadedFont, letter: string, parts: string[]): void {
  const { glyphs } = font.layout(letter);
  if (glyphs.length !== parts.length) return;
  for (const [i, glyph] of glyphs.entries())
    if (!isLetterOf(font, glyph)) glyph.codePoints = [parts[i]?.codePointAt(0) ?? 0];
}

/** Whether a glyph is the glyph of a letter by itself, and so has its code points already. */
const isLetterOf = (font: LoadedFont, glyph: Glyph): boolean =>
  glyph.codePoints.some((code) => font.glyphForCodePoint(code).id === glyph.id);
