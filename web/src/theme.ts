import { theme as antd, type ThemeConfig } from "antd";

/**
 * The look comes from the plant: paper and ink, the green of a wet root as the
 * one accent, dry-root silver, the brown of a dead one. Everything the page
 * colours, antd's parts and our own drawings alike, takes it from here.
 */
const day = {
  paper: "#faf8f3",
  raised: "#ffffff",
  ink: "#1f2a26",
  faint: "#59645e",
  hair: "#d9d6cb",
  green: "#2f6b4f",
  silver: "#aeb7af",
  umber: "#6b4a2f",
  doubt: "#6d7a72",
  act: "#b8452a",
  water: "#2e6a8e",
};

const night: typeof day = {
  paper: "#141a17",
  raised: "#1c2420",
  ink: "#ece9df",
  faint: "#a9b3ac",
  hair: "#37423c",
  green: "#7cc4a0",
  silver: "#5d6a62",
  umber: "#c9a27f",
  doubt: "#9aa79f",
  act: "#f08a68",
  water: "#83bde0",
};

const family = "'Atkinson Hyperlegible Next', system-ui, sans-serif";

export function apply(dark: boolean): ThemeConfig {
  const c = dark ? night : day;
  for (const [name, value] of Object.entries(c)) document.documentElement.style.setProperty(`--${name}`, value);
  document.documentElement.style.colorScheme = dark ? "dark" : "light";
  return {
    algorithm: dark ? antd.darkAlgorithm : antd.defaultAlgorithm,
    token: {
      colorPrimary: c.green,
      colorError: c.act,
      colorLink: c.green,
      colorBgBase: c.paper,
      colorBgContainer: c.raised,
      colorBgElevated: c.raised,
      colorTextBase: c.ink,
      colorText: c.ink,
      colorTextSecondary: c.faint,
      colorTextDescription: c.faint,
      colorTextPlaceholder: c.faint,
      colorBorder: dark ? "#6b7871" : "#8d958f",
      colorBorderSecondary: c.hair,
      colorTextLightSolid: dark ? "#10201a" : "#ffffff",
      fontFamily: family,
      fontSize: 16,
      borderRadius: 3,
      controlHeight: 44,
      controlHeightSM: 32,
      boxShadow: "none",
      boxShadowSecondary: `0 0 0 1px ${c.hair}`,
      motion: false,
    },
    components: {
      Button: { primaryShadow: "none", defaultShadow: "none", dangerShadow: "none", fontWeight: 400 },
    },
  };
}
