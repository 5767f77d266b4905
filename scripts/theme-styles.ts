/**
 * At build: one style sheet with the palette and the styles of every Ant Design control that the application imports,
 * in both themes, so that no page works them out or carries them again. The rules are in a layer of their own, so that
 * every style sheet of Heron comes before them.
 */
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { createCache, extractStyle, StyleProvider } from "@ant-design/cssinjs";
import { extractStyle as renderControls } from "@ant-design/static-style-extract";
import { ConfigProvider } from "antd";
import { createElement } from "react";
import type { Plugin } from "vite";
import { ANTD_THEMES } from "../app/ui/theme/antd-theme.ts";
import { paletteCss, THEMES, type ThemeName } from "../app/ui/theme/palette.ts";

const ID = "virtual:heron-theme.css";
const NO_CONTROLS = new Set(["ConfigProvider"]);

/** Names that the application imports from Ant Design. */
function controlsIn(folder: string): string[] {
  const found = new Set<string>();
  for (const file of readdirSync(folder, { recursive: true, encoding: "utf8" }))
    if (/\.tsx?$/.test(file))
      for (const [, names = ""] of readFileSync(path.join(folder, file), "utf8").matchAll(
        /import \{([^}]+)\} from "antd"/g,
      ))
        for (const name of names.split(",").map((n) => n.trim()))
          if (/^[A-Z]\w*$/.test(name) && !NO_CONTROLS.has(name)) found.add(name);
  return [...found].sort();
}

/** The styles that the controls need of a theme: their rules, or the values of the theme. */
function stylesOf(theme: ThemeName, includes: string[], types: ("style" | "token" | "cssVar")[]): string {
  const cache = createCache();
  const { zeroRuntime: _, ...config } = ANTD_THEMES[theme];
  renderControls({
    includes,
    customTheme: (controls) =>
      createElement(StyleProvider, { cache }, createElement(ConfigProvider, { theme: config }, controls)),
  });
  return extractStyle(cache, { plain: true, types });
}

export function themeStyles(): Plugin {
  return {
    name: "heron-theme-styles",
    resolveId: (asked) => (asked === ID ? ID : undefined),
    load(asked) {
      if (asked !== ID) return undefined;
      const controls = controlsIn(path.resolve("app"));
      return [
        paletteCss(),
        ...THEMES.map((theme) => stylesOf(theme, controls, ["token", "cssVar"])),
        `@layer controls {\n${stylesOf("light", controls, ["style"])}\n}`,
      ].join("\n");
    },
  };
}
