/** The one file that tells Ant Design how Heron looks. */
import type { ThemeConfig } from "antd";

export type ThemeName = "light" | "cupboard";

const PALETTES = {
  light: {
    paper: "#F5F3EC",
    sheet: "#FCFBF7",
    ink: "#1D2A30",
    slate: "#4B6470",
    primary: "#2F5F73",
    reed: "#4C6A3B",
    ochre: "#8A5D14",
    clay: "#A0412B",
    rule: "#B9B3A1",
    ruleSoft: "#D9D4C5",
    wash: "#ECE8DC",
    onPrimary: "#FCFBF7",
  },
  cupboard: {
    paper: "#10171A",
    sheet: "#172126",
    ink: "#F0ECE0",
    slate: "#B9C8CE",
    primary: "#9FD0E2",
    reed: "#B1D598",
    ochre: "#F0C277",
    clay: "#F5A48F",
    rule: "#56686F",
    ruleSoft: "#33434A",
    wash: "#1F2C32",
    onPrimary: "#10171A",
  },
} as const;

export function antdTheme(name: ThemeName): ThemeConfig {
  const p = PALETTES[name];
  return {
    cssVar: { key: `heron-${name}` },
    hashed: false,
    token: {
      fontFamily: '"Atkinson Hyperlegible Next", system-ui, sans-serif',
      fontFamilyCode: '"Atkinson Hyperlegible Mono", ui-monospace, monospace',
      fontSize: 15,
      colorPrimary: p.primary,
      colorLink: p.primary,
      colorSuccess: p.reed,
      colorWarning: p.ochre,
      colorError: p.clay,
      colorInfo: p.primary,
      colorTextBase: p.ink,
      colorBgBase: p.sheet,
      colorText: p.ink,
      colorTextSecondary: p.slate,
      colorTextTertiary: p.slate,
      colorTextQuaternary: p.slate,
      colorTextPlaceholder: p.slate,
      colorBgContainer: p.sheet,
      colorBgElevated: p.sheet,
      colorBgLayout: p.paper,
      colorFillSecondary: p.wash,
      colorFillTertiary: p.wash,
      colorBorder: p.rule,
      colorBorderSecondary: p.ruleSoft,
      colorTextLightSolid: p.onPrimary,
      borderRadius: 3,
      borderRadiusLG: 4,
      borderRadiusSM: 2,
      controlHeight: 34,
      controlOutlineWidth: 0,
      boxShadow: "0 2px 0 rgba(29,42,48,0.08)",
      boxShadowSecondary: "0 3px 14px rgba(29,42,48,0.22)",
      motionDurationMid: "0.08s",
      motionDurationSlow: "0.12s",
      wireframe: false,
    },
    components: {
      Button: { fontWeight: 600, primaryShadow: "none", defaultShadow: "none" },
      Segmented: { itemSelectedBg: p.primary, itemSelectedColor: p.onPrimary, trackBg: p.wash },
      Select: { optionSelectedBg: p.wash },
    },
  };
}
