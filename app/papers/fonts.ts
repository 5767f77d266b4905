/** The shipped fonts, for papers. */
import { createRequire } from "node:module";
import path from "node:path";
import { Font } from "@react-pdf/renderer";

const fromRoot = createRequire(path.resolve("package.json"));
const file = (name: string, weight: number) =>
  fromRoot.resolve(`@fontsource/${name}/files/${name}-latin-${weight}-normal.woff`);

const register = (family: string, name: string, weights: readonly number[]) =>
  Font.register({ family, fonts: weights.map((fontWeight) => ({ src: file(name, fontWeight), fontWeight })) });

register("Text", "atkinson-hyperlegible-next", [400, 600, 700]);
register("Figures", "atkinson-hyperlegible-mono", [400, 600]);
Font.registerHyphenationCallback((word) => [word]);
