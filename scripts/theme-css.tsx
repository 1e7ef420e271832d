import { mkdir, writeFile } from 'node:fs/promises'
import { extractStyle } from '@ant-design/static-style-extract'
import { ConfigProvider } from 'antd'
import { antTheme } from '../app/theme/ant-theme.ts'
import { dark, light, type Palette } from '../app/theme/palette.ts'

/** The components the application uses: the style of no other is shipped. */
const COMPONENTS = [
  'Alert',
  'App',
  'Button',
  'Checkbox',
  'Dropdown',
  'Empty',
  'Form',
  'Input',
  'Menu',
  'message',
  'Modal',
  'Popover',
  'Progress',
  'Radio',
  'Segmented',
  'Tooltip',
]

function antCss(palette: Palette): string {
  return extractStyle({
    includes: COMPONENTS,
    customTheme: (node) => <ConfigProvider theme={{ ...antTheme(palette), zeroRuntime: false }}>{node}</ConfigProvider>,
  })
}

/** The rules that set Ant Design's custom properties: all that differs between light and dark. */
function variables(css: string): string[] {
  return [...css.matchAll(/(\.app[^{}]*)\{((?:\s*--ant-[^{};]+;?)+)\}/g)].map(
    ([, selector = '', body = '']) => `${selector.trim()}{${body}}`,
  )
}

/** Both forms of the dark theme: chosen by the reader, or by the system when the reader has not chosen. */
function darkCss(rules: readonly string[]): string {
  const under = (prefix: string): string =>
    rules
      .map((rule) =>
        rule.replace(/^[^{]+/, (selectors) =>
          selectors
            .split(',')
            .map((selector) => `${prefix} ${selector.trim()}`)
            .join(','),
        ),
      )
      .join('\n')
  return `${under(':root[data-theme=dark]')}\n@media (prefers-color-scheme: dark) {\n${under(':root:not([data-theme=light])')}\n}\n`
}

function properties(palette: Palette): string {
  return Object.entries(palette)
    .map(([name, value]) => `  --${name}: ${value};`)
    .join('\n')
}

const tokens = `:root {
  color-scheme: light;
${properties(light)}
}
:root[data-theme=dark] {
  color-scheme: dark;
${properties(dark)}
}
@media (prefers-color-scheme: dark) {
  :root:not([data-theme=light]) {
    color-scheme: dark;
${properties(dark)}
  }
}
`

await mkdir('.generated', { recursive: true })
await writeFile('.generated/tokens.css', tokens)
await writeFile('.generated/ant.css', antCss(light) + darkCss(variables(antCss(dark))))
