/**
 * The shipped fonts, for papers. Heron's own two have Latin letters; a third one has what they lack of Latin, Greek and
 * Cyrillic.
 */
import { createRequire } from "node:module";
import path from "node:path";
import { Font } from "@react-pdf/renderer";

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

for (const { family, name, subset, weights } of FILES)
  Font.register({
    family,
    fonts: weights.map((fontWeight) => ({
      src: fromRoot.resolve(`@fontsource/${name}/files/${name}-${subset}-${fontWeight}-normal.woff`),
      fontWeight,
    })),
  });

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
  /** What the glyph is when text is copied or searched. */
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
  for (const { family: fontFamily, weights } of FILES)
    for (const fontWeight of weights) {
      await Font.load({ fontFamily, fontWeight });
      const font = Font.getFont({ fontFamily, fontWeight }) as unknown as { data?: LoadedFont };
      if (font.data) fonts.push(font.data);
    }
  // A glyph that the layout meets first under another name (as a substitute) would otherwise be stored without its
  // letter, and be missing when text is copied or searched.
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

const named = new Set<string>();

/**
 * Names the parts of letters that some fonts draw as a base and its marks, so that they are found when text is copied
 * or searched. Each letter takes milliseconds, so only those of a paper are looked up, once.
 * @param text what a paper prints, with composed letters
 */
export function nameLetters(text: string): void {
  for (const letter of text) {
    if (named.has(letter)) continue;
    named.add(letter);
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

/** Whether a glyph is a letter by itself, which has its name already. */
const isLetterOf = (font: LoadedFont, glyph: Glyph): boolean =>
  glyph.codePoints.some((code) => font.glyphForCodePoint(code).id === glyph.id);
