import { theme as antd, type ThemeConfig } from 'antd'
import { dark, light, type Palette } from './palette.ts'

const FONT = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif"

/**
 * Ant Design in our colours. `zeroRuntime`: its styles are a file written at build time (`scripts/theme-css.tsx`),
 * so that the server's HTML is styled before any script runs.
 */
export function antTheme(palette: Palette, isDark = palette === dark): ThemeConfig {
  return {
    hashed: false,
    zeroRuntime: true,
    cssVar: { key: 'app' },
    algorithm: isDark ? antd.darkAlgorithm : antd.defaultAlgorithm,
    token: tokensOf(palette),
    components: componentsOf(palette),
  }
}

const tokensOf = (palette: Palette): ThemeConfig['token'] => ({
  colorPrimary: palette.lichen,
  colorInfo: palette.slate,
  colorSuccess: palette.lichen,
  colorWarning: palette.ochre,
  colorError: palette.brick,
  colorLink: palette.slate,
  colorText: palette.ink,
  colorTextBase: palette.ink,
  colorTextSecondary: palette['soft-ink'],
  colorTextTertiary: palette['soft-ink'],
  colorTextDescription: palette['soft-ink'],
  colorTextPlaceholder: palette['soft-ink'],
  colorTextLightSolid: palette['lichen-ink'],
  colorBgBase: palette.sheet,
  colorBgContainer: palette.sheet,
  colorBgElevated: palette.sheet,
  colorBgLayout: palette.ground,
  colorBorder: palette.edge,
  colorBorderSecondary: palette.line,
  colorSplit: palette.line,
  colorPrimaryBg: palette['lichen-tint'],
  colorPrimaryHover: palette.lichen,
  colorPrimaryActive: palette.lichen,
  colorErrorBg: palette['brick-tint'],
  colorInfoBg: palette['slate-tint'],
  colorWarningBg: palette['ochre-tint'],
  colorSuccessBg: palette['lichen-tint'],
  controlItemBgActive: palette['lichen-tint'],
  controlItemBgHover: palette.ground,
  controlOutline: 'transparent',
  fontFamily: FONT,
  fontFamilyCode: "'JetBrains Mono Variable', monospace",
  fontSize: 14,
  controlHeight: 30,
  controlHeightSM: 26,
  controlHeightLG: 34,
  borderRadius: 5,
  borderRadiusLG: 6,
  borderRadiusSM: 4,
  wireframe: false,
  motion: false,
  boxShadow: '0 8px 28px rgb(20 28 27 / 22%)',
  boxShadowSecondary: '0 8px 28px rgb(20 28 27 / 22%)',
})

const componentsOf = (palette: Palette): ThemeConfig['components'] => ({
  Button: {
    fontWeight: 500,
    defaultShadow: 'none',
    primaryShadow: 'none',
    dangerShadow: 'none',
    primaryColor: palette['lichen-ink'],
    defaultBg: palette.sheet,
    defaultHoverBg: palette['lichen-tint'],
    defaultHoverColor: palette.ink,
    defaultHoverBorderColor: palette.edge,
  },
  Segmented: { itemSelectedBg: palette['lichen-tint'], itemSelectedColor: palette.ink, trackBg: palette.sheet },
  Tooltip: { colorBgSpotlight: palette.ink, colorTextLightSolid: palette.sheet },
  Modal: { contentBg: palette.sheet, headerBg: palette.sheet },
})

export const antLight = antTheme(light)
