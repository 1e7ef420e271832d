/**
 * Stone, lichen, slate: every colour of Fieldstone, light and dark, under one name each. The build writes them as CSS
 * custom properties (`--ground`, …) for application and reading room, and Ant Design's theme is made of them.
 */
export const light = {
  ground: '#f1ede3',
  pane: '#f8f5ee',
  sheet: '#fffdf8',
  ink: '#23302f',
  'soft-ink': '#57625f',
  line: '#ddd6c6',
  'strong-line': '#c9c0ac',
  edge: '#8a836e',
  lichen: '#4b6b3c',
  'lichen-tint': '#e4ebdb',
  'lichen-ink': '#fffdf8',
  slate: '#46586b',
  'slate-tint': '#e3e8ec',
  'slate-ink': '#fffdf8',
  ochre: '#8f5414',
  'ochre-tint': '#f4e6cf',
  brick: '#9e3b2c',
  'brick-tint': '#f5dfda',
  'brick-ink': '#fffdf8',
  focus: '#2f5f8f',
}

export type Palette = typeof light

export const dark: Palette = {
  ground: '#161c1c',
  pane: '#1c2424',
  sheet: '#202a2a',
  ink: '#ece7da',
  'soft-ink': '#aab3ad',
  line: '#344040',
  'strong-line': '#465353',
  edge: '#7f8b86',
  lichen: '#9cc089',
  'lichen-tint': '#2d3b2b',
  'lichen-ink': '#141b12',
  slate: '#a9bccf',
  'slate-tint': '#2a3640',
  'slate-ink': '#141b22',
  ochre: '#e0ab6a',
  'ochre-tint': '#3d3020',
  brick: '#ec9a8b',
  'brick-tint': '#452924',
  'brick-ink': '#2a100b',
  focus: '#8fc1f2',
}

/** Text on background: each pair is read at 4.5 to 1 or better, in both themes. */
export const TEXT_PAIRS: readonly (readonly [text: keyof Palette, ground: keyof Palette])[] = [
  ['ink', 'ground'],
  ['ink', 'pane'],
  ['ink', 'sheet'],
  ['ink', 'lichen-tint'],
  ['ink', 'slate-tint'],
  ['ink', 'ochre-tint'],
  ['ink', 'brick-tint'],
  ['soft-ink', 'ground'],
  ['soft-ink', 'pane'],
  ['soft-ink', 'sheet'],
  ['soft-ink', 'lichen-tint'],
  ['lichen', 'pane'],
  ['lichen', 'sheet'],
  ['lichen', 'lichen-tint'],
  ['lichen-ink', 'lichen'],
  ['slate', 'pane'],
  ['slate', 'sheet'],
  ['slate', 'slate-tint'],
  ['slate-ink', 'slate'],
  ['ochre', 'pane'],
  ['ochre', 'sheet'],
  ['ochre', 'ochre-tint'],
  ['brick', 'pane'],
  ['brick', 'sheet'],
  ['brick', 'brick-tint'],
  ['brick-ink', 'brick'],
]

/** Edges and signs on ground: 3 to 1 or better. */
export const EDGE_PAIRS: readonly (readonly [edge: keyof Palette, ground: keyof Palette])[] = [
  ['edge', 'ground'],
  ['edge', 'pane'],
  ['edge', 'sheet'],
  ['focus', 'ground'],
  ['focus', 'pane'],
  ['focus', 'sheet'],
  ['focus', 'lichen-tint'],
  ['lichen', 'ground'],
  ['slate', 'ground'],
  ['ochre', 'ground'],
]
