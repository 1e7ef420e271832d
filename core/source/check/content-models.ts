import { byName } from '../../tree/by-name.ts'
import { BLOCKS } from './written-rules.ts'

/*
 * The content models of the HTML Standard (“4 The elements of HTML”, for each element “Content model” and “Contexts in
 * which this element can be used”), as far as authors come upon them.
 */

const list = (names: string): readonly string[] => names.split(' ')

/** What may stand straight in an element, where that is a list of names. Words may not. */
export const HOLDS = byName<readonly string[]>({
  ul: list('li script template'),
  ol: list('li script template'),
  menu: list('li script template'),
  dl: list('dt dd div script template'),
  table: list('caption colgroup thead tbody tfoot tr script template'),
  thead: list('tr script template'),
  tbody: list('tr script template'),
  tfoot: list('tr script template'),
  tr: list('td th script template'),
  colgroup: list('col template'),
  picture: list('source img script template'),
  select: list('option optgroup hr button div noscript script template'),
  optgroup: list('option legend div noscript script template'),
  hgroup: list('h1 h2 h3 h4 h5 h6 p script template'),
})

/** What an element may stand straight in, where that is a list of names. */
export const BELONGS = byName<readonly string[]>({
  li: list('ul ol menu'),
  dt: list('dl div'),
  dd: list('dl div'),
  td: list('tr'),
  th: list('tr'),
  tr: list('table thead tbody tfoot'),
  thead: list('table'),
  tbody: list('table'),
  tfoot: list('table'),
  caption: list('table'),
  colgroup: list('table'),
  col: list('colgroup table'),
  figcaption: list('figure'),
  summary: list('details'),
  legend: list('fieldset optgroup'),
  option: list('select optgroup datalist'),
  optgroup: list('select'),
  source: list('picture video audio'),
  track: list('video audio'),
  area: list('map template'),
  rt: list('ruby'),
  rp: list('ruby'),
  param: list('object'),
})

/** Elements that hold words and what stands among words, and no block (“Phrasing content”). */
export const HOLDS_WORDS: ReadonlySet<string> = new Set(
  list(
    'abbr b bdi bdo cite code data dfn em i kbd mark meter output progress q ruby s samp small span strong sub sup time ' +
      'u var label button option p pre h1 h2 h3 h4 h5 h6 summary legend',
  ),
)

/** Of these, the ones that may hold headings, too. */
export const HOLDS_HEADINGS: ReadonlySet<string> = new Set(list('summary legend'))

/** They take on what may stand where they are (“Transparent”). */
export const TRANSPARENT: ReadonlySet<string> = new Set(list('a ins del map object video audio noscript canvas'))

export const isBlock = (name: string): boolean => BLOCKS.has(name) || name === 'center'

const HEADS = 'h1 h2 h3 h4 h5 h6'
const SECTIONS = 'article aside nav section'

/** What may stand nowhere in an element, however deep. */
export const NEVER_IN = byName<readonly string[]>({
  form: list('form'),
  label: list('label'),
  dfn: list('dfn'),
  meter: list('meter'),
  progress: list('progress'),
  caption: list('table'),
  th: list(`${HEADS} ${SECTIONS} header footer`),
  dt: list(`${HEADS} ${SECTIONS} header footer`),
  address: list(`${HEADS} ${SECTIONS} header footer address`),
  header: list('header footer main'),
  footer: list('header footer main'),
  option: list('a button details input label select textarea option'),
  audio: list('audio video'),
  video: list('audio video'),
})

/** What is used by a press or a key (“Interactive content”). */
export const PRESSED: ReadonlySet<string> = new Set(
  list('a button details embed iframe input label select textarea audio video'),
)
