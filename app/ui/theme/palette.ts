/** The colours of Heron, said once for controls, style sheets and the browser's own bar. */
export const THEMES = ["light", "cupboard"] as const;
export type ThemeName = (typeof THEMES)[number];

export interface Palette {
  paper: string;
  sheet: string;
  ink: string;
  slate: string;
  water: string;
  waterWash: string;
  /** Primary: links, chosen things, what can be pressed. */
  deepWater: string;
  /** On primary. */
  onDeepWater: string;
  /** Holds. */
  reed: string;
  /** Look here. */
  ochre: string;
  /** Stop. */
  clay: string;
  rule: string;
  ruleStrong: string;
  wash: string;
}

export const PALETTES: Readonly<Record<ThemeName, Palette>> = {
  light: {
    paper: "#F5F3EC",
    sheet: "#FCFBF7",
    ink: "#1D2A30",
    slate: "#4B6470",
    water: "#6E9DB0",
    waterWash: "#DBE7EA",
    deepWater: "#2F5F73",
    onDeepWater: "#FCFBF7",
    reed: "#4C6A3B",
    ochre: "#8A5D14",
    clay: "#A0412B",
    rule: "#D9D4C5",
    ruleStrong: "#B9B3A1",
    wash: "#ECE8DC",
  },
  cupboard: {
    paper: "#10171A",
    sheet: "#172126",
    ink: "#F0ECE0",
    slate: "#B9C8CE",
    water: "#4F8CA3",
    waterWash: "#1D3640",
    deepWater: "#9FD0E2",
    onDeepWater: "#10171A",
    reed: "#B1D598",
    ochre: "#F0C277",
    clay: "#F5A48F",
    rule: "#33434A",
    ruleStrong: "#56686F",
    wash: "#1F2C32",
  },
};

/** Dark on light for print and for marks on pictures, in both themes. */
export const PRINT_COLORS: Palette = PALETTES.light;

const kebab = (name: string) => name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

/** The palette as custom properties, `--deep-water` and the like, for style sheets. */
export const paletteCss = (): string =>
  Object.entries(PALETTES)
    .map(
      ([name, palette]) =>
        `${name === "light" ? ":root" : `[data-theme="${name}"]`}{${Object.entries(palette)
          .map(([colour, value]) => `--${kebab(colour)}:${value}`)
          .join(";")}}`,
    )
    .join("\n");
