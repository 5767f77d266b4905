/**
 * At build: one style sheet with the palette and the styles of every Ant Design control that the application imports,
 * in both themes, so that no page works them out or carries them again.
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

const CONTROL_STYLES = /\/antd\/es\/(?!config-provider|theme|style\/)[^/]+\/style\/[^/]+\.js$/;
const HOOK = /^(default|use[A-Z]\w*)$/;
const STYLE_MAKER = /^(gen|prepare|init|get)[A-Z]\w*$/;

/** The names that a module of a control's styles gives out. */
const namesIn = (code: string): string[] => [
  ...[...code.matchAll(/^export (default|(?:const|function) (\w+))/gm)].map(([, kind, name]) => name ?? kind ?? ""),
  ...[...code.matchAll(/^export \{([^}]*)\}/gm)].flatMap(([, names = ""]) =>
    names.split(",").flatMap(
      (n) =>
        n
          .trim()
          .split(/\s+as\s+/)
          .at(-1) || [],
    ),
  ),
];

/**
 * A control's style module without its generators: its hooks still return the theme's names, whose rules are in the
 * extracted sheet; undefined where the module has other users.
 */
function withoutMakers(code: string): string | undefined {
  const names = namesIn(code);
  if (names.length === 0 || names.some((n) => !HOOK.test(n) && !STYLE_MAKER.test(n))) return undefined;
  const component = /^export default genSubStyleComponent/m.test(code);
  return [
    'import useToken from "antd/es/theme/useToken.js";',
    'const useStyle = () => ["", useToken()[4].key];',
    ...names.map((n) => {
      const is = component && n === "default" ? "() => null" : HOOK.test(n) ? "useStyle" : "() => ({})";
      return n === "default" ? `export default ${is};` : `export const ${n} = ${is};`;
    }),
  ].join("\n");
}

/**
 * Further parts of Ant Design that generate styles in the browser or import a library that Heron does not use:
 * tooltips of segments and of the provider, the empty picture of a list, fields for searches, passwords and codes, the
 * list of uploaded files, the page-size switch.
 */
const LIGHTENED: readonly [file: string, heavy: RegExp, light: string][] = [
  ["form/context.js", /'@rc-component\/form'/, "'@rc-component/form/es/FormContext'"],
  ["config-provider/index.js", /import UniqueProvider from .*;/, "const UniqueProvider = null;"],
  ["segmented/index.js", /import Tooltip from .*;/, "const Tooltip = null;"],
  ["select/index.js", /import DefaultRenderEmpty from .*;/, "const DefaultRenderEmpty = () => null;"],
  ["upload/Upload.js", /import UploadList from .*;/, "const UploadList = null;"],
  ["pagination/Pagination.js", /import Select from .*;/, "const Select = null;"],
  ["input/index.js", /import (?:Group|OTP|Password|Search) from .*;|Input\.(?:Group|OTP|Password|Search) = .*;/g, ""],
  ["theme/internal.js", /import useResetIconStyle from .*;/, "const useResetIconStyle = () => {};"],
  [
    "theme/util/genStyleUtils.js",
    /export const \{[^}]*\} = genStyleUtils\(\{[\s\S]*?\n\}\);/,
    `const useStyle = () => ["", useLocalToken()[4].key];
export const genStyleHooks = () => useStyle, genComponentStyleHook = () => () => "", genSubStyleComponent = () => () => null;`,
  ],
];

/** Ant Design's code as the browser needs it, where the styles were written at build. */
function lightened(code: string, file: string): string | undefined {
  if (CONTROL_STYLES.test(file)) return withoutMakers(code);
  const found = LIGHTENED.find(([name]) => file.endsWith(`/antd/es/${name}`));
  if (!found) return undefined;
  const [name, heavy, light] = found;
  if (code.search(heavy) < 0) throw new Error(`antd/es/${name} has changed: see scripts/theme-styles.ts`);
  return code.replace(heavy, light);
}

export function themeStyles(): Plugin {
  return {
    name: "heron-theme-styles",
    // Browser builds only: on the server the generators are harmless.
    transform: (code, file, options) => (options?.ssr ? undefined : lightened(code, file)),
    resolveId: (asked) => (asked === ID ? ID : undefined),
    load(asked) {
      if (asked !== ID) return undefined;
      const controls = controlsIn(path.resolve("app"));
      return [
        paletteCss(),
        ...THEMES.map((theme) => stylesOf(theme, controls, ["token", "cssVar"])),
        stylesOf("light", controls, ["style"]),
      ].join("\n");
    },
  };
}
