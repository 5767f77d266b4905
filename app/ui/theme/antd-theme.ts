/** Heron's theme for Ant Design. */
import type { ThemeConfig } from "antd";
import { PALETTES, type ThemeName } from "./palette.ts";

function themeOf(name: ThemeName): ThemeConfig {
  const p = PALETTES[name];
  return {
    cssVar: { key: `heron-${name}` },
    hashed: false,
    // The styles are written at build (scripts/theme-styles.ts).
    zeroRuntime: true,
    token: {
      fontFamily: '"Atkinson Hyperlegible Next", system-ui, sans-serif',
      fontFamilyCode: '"Atkinson Hyperlegible Mono", ui-monospace, monospace',
      fontSize: 15,
      colorPrimary: p.deepWater,
      colorLink: p.deepWater,
      colorSuccess: p.reed,
      colorWarning: p.ochre,
      colorError: p.clay,
      colorInfo: p.deepWater,
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
      colorBorder: p.ruleStrong,
      colorBorderSecondary: p.rule,
      colorTextLightSolid: p.onDeepWater,
      borderRadius: 3,
      borderRadiusLG: 4,
      borderRadiusSM: 2,
      controlItemBgActive: p.wash,
      controlItemBgActiveHover: p.wash,
      controlHeight: 34,
      controlOutlineWidth: 0,
      boxShadow: "0 2px 0 rgba(29,42,48,0.08)",
      boxShadowSecondary: "0 3px 14px rgba(29,42,48,0.22)",
      // A list is there when it is asked for: nothing grows or slides under a thumb that already aims at it.
      motion: false,
      wireframe: false,
    },
    components: {
      Button: { fontWeight: 600, primaryShadow: "none", defaultShadow: "none" },
      Segmented: { itemSelectedBg: p.deepWater, itemSelectedColor: p.onDeepWater, trackBg: p.wash },
      Descriptions: { labelColor: p.slate, itemPaddingBottom: 4, fontSizeSM: 13 },
      Select: { optionSelectedBg: p.wash },
      Table: {
        colorBgContainer: "transparent",
        headerBg: "transparent",
        headerColor: p.slate,
        headerSplitColor: "transparent",
        headerBorderRadius: 0,
        borderColor: p.rule,
        rowHoverBg: "transparent",
        cellFontSizeSM: 15,
        cellPaddingBlockSM: 4,
        cellPaddingInlineSM: 9,
      },
      Slider: {
        controlSize: 24,
        handleSize: 16,
        handleSizeHover: 18,
        railBg: p.ruleStrong,
        railHoverBg: p.ruleStrong,
        trackBg: p.deepWater,
        trackHoverBg: p.deepWater,
        handleColor: p.deepWater,
        handleActiveColor: p.deepWater,
      },
    },
  };
}

/** Made once: what Ant Design derives from a theme it keeps as long as the theme is the same object. */
export const ANTD_THEMES: Record<ThemeName, ThemeConfig> = { light: themeOf("light"), cupboard: themeOf("cupboard") };
