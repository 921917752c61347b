import { theme as antd, type ConfigProviderProps, type ThemeConfig } from "antd";

/**
 * The look comes from the plant: paper and ink, the green of a wet root as the
 * one accent, dry-root silver, the brown of a dead one. Everything the page
 * colours, antd's parts and our own drawings alike, takes it from here, and
 * antd's parts are dressed nowhere else.
 */
const day = {
  paper: "#faf8f3",
  raised: "#ffffff",
  ink: "#1f2a26",
  faint: "#59645e",
  hair: "#d9d6cb",
  green: "#2f6b4f",
  leaf: "#e3ece4",
  silver: "#aeb7af",
  edge: "#858d87",
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
  leaf: "#23382e",
  silver: "#5d6a62",
  edge: "#6b7871",
  umber: "#c9a27f",
  doubt: "#9aa79f",
  act: "#f08a68",
  water: "#83bde0",
};

const family = "'Atkinson Hyperlegible Next', system-ui, sans-serif";

/** The least a wet thumb hits, px. */
const thumb = 44;

export function apply(dark: boolean): ThemeConfig {
  const c = dark ? night : day;
  for (const [name, value] of Object.entries(c)) document.documentElement.style.setProperty(`--${name}`, value);
  document.documentElement.style.colorScheme = dark ? "dark" : "light";
  return {
    algorithm: dark ? antd.darkAlgorithm : antd.defaultAlgorithm,
    token: {
      colorPrimary: c.green,
      colorError: c.act,
      colorInfo: c.green,
      colorWarning: c.umber,
      colorSuccess: c.green,
      colorLink: c.green,
      colorBgBase: c.paper,
      colorBgContainer: c.raised,
      colorBgElevated: c.raised,
      colorTextBase: c.ink,
      colorText: c.ink,
      colorTextHeading: c.ink,
      colorTextSecondary: c.faint,
      colorTextTertiary: c.faint,
      colorTextDescription: c.faint,
      colorTextPlaceholder: c.faint,
      colorTextDisabled: c.faint,
      colorIcon: c.faint,
      colorBorder: c.edge,
      colorBorderSecondary: c.hair,
      colorTextLightSolid: dark ? "#10201a" : "#ffffff",
      fontFamily: family,
      fontSize: 16,
      fontSizeSM: 15,
      borderRadius: 3,
      borderRadiusLG: 3,
      borderRadiusSM: 2,
      controlHeight: thumb,
      controlHeightSM: 32,
      controlHeightLG: 52,
      controlInteractiveSize: 22,
      boxShadow: "none",
      boxShadowSecondary: `0 0 0 1px ${c.silver}`,
      boxShadowTertiary: "none",
      motion: false,
    },
    components: {
      Button: {
        primaryShadow: "none",
        defaultShadow: "none",
        dangerShadow: "none",
        fontWeight: 400,
        paddingInline: 14,
      },
      Radio: {
        buttonBg: c.raised,
        buttonCheckedBg: c.leaf,
        buttonPaddingInline: 12,
      },
      Collapse: { headerPadding: "10px 0", contentPadding: "0 0 10px", headerBg: "transparent" },
      Select: {
        optionSelectedBg: c.leaf,
        optionHeight: thumb,
        optionPadding: "10px 12px",
        optionSelectedFontWeight: 700,
      },
      Table: { headerBg: "transparent", headerColor: c.faint, cellPaddingBlock: 8, cellPaddingInline: 10 },
      Input: { paddingInline: 10 },
      InputNumber: { paddingInline: 10 },
    },
  };
}

const isPressed = (p: object) => "aria-pressed" in p && p["aria-pressed"] === true;

/** A mark stands within a line of text and must not stretch it. */
const inText = {
  height: "auto",
  minWidth: 0,
  padding: "0 2px",
  fontSize: 12,
  lineHeight: 1,
  color: "var(--faint)",
  position: "relative",
  verticalAlign: "super",
} as const;

const under = {
  textDecorationLine: "underline",
  textDecorationColor: "var(--silver)",
  textUnderlineOffset: 4,
} as const;

/** What tokens do not say of a part. */
export const parts: Pick<
  ConfigProviderProps,
  "wave" | "button" | "alert" | "collapse" | "checkbox" | "radio" | "popover"
> = {
  wave: { disabled: true },
  button: {
    autoInsertSpace: false,
    styles: ({ props: p }) => ({
      root: {
        ...("data-mark" in p ? inText : {}),
        ...(p.size === "small" ? {} : { height: "auto", minHeight: thumb, whiteSpace: "normal" }),
        ...(p.block ? { justifyContent: "flex-start", textAlign: "start", padding: "6px 8px" } : {}),
        ...(p.type === "link" ? { color: p.disabled ? "var(--faint)" : "inherit", paddingInline: 8 } : {}),
        ...(isPressed(p) && p.type !== "primary"
          ? { borderColor: "var(--green)", background: "var(--leaf)", fontWeight: 700 }
          : {}),
      },
      // Not its icon.
      content: p.type === "link" ? under : {},
    }),
  },
  alert: {
    styles: {
      root: { borderWidth: "0 0 0 4px", borderRadius: 0, background: "none", padding: "6px 14px", margin: "10px 0" },
    },
  },
  collapse: { styles: { title: { ...under, paddingInline: 8 } } },
  checkbox: { styles: { root: { minHeight: thumb, alignItems: "center" } } },
  radio: { styles: { root: { minHeight: thumb, alignItems: "center" } } },
  popover: { styles: { container: { border: "1px solid var(--silver)" } } },
};
