import { at } from '../at.ts'
import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source, Written } from '../written.ts'

function look({ text, elements }: Source): Diagnostic[] {
  return elements.flatMap((each) => {
    if (each.isForeign) return []
    if (each.tag.name === 'details') return ofDetails(text, each)
    if (each.tag.name === 'dl') return ofTerms(each)
    return each.tag.name === 'fieldset' || each.tag.name === 'figure' ? ofCaption(text, each) : []
  })
}

/** What stands in an element first, put there from where it stands. */
const toTheFront = (text: string, holder: Written, part: Written): SourceRepair => ({
  label: 'Put it first',
  edits: [
    { from: holder.tag.to, to: holder.tag.to, insert: text.slice(part.tag.from, part.to).trim() },
    { from: part.tag.from, to: part.to, insert: '' },
  ],
})

/** HTML Standard, “The details element”: one summary, and that first. */
function ofDetails(text: string, each: Written): Diagnostic[] {
  const summaries = each.children.filter(({ tag }) => tag.name === 'summary')
  const first = summaries[0]
  if (!first)
    return [
      at(
        each.tag,
        'incomplete',
        'error',
        'This fold has no title: browsers write a word of their own there, such as “Details”.',
        [
          {
            label: 'Give it a title',
            edits: [{ from: each.tag.to, to: each.tag.to, insert: '<summary>Title</summary>' }],
          },
        ],
      ),
    ]
  const late = each.children[0] !== first ? [first] : []
  return [
    ...late.map(({ tag }) =>
      at(tag, 'incomplete', 'error', 'The title of a fold stands first in it.', [toTheFront(text, each, first)]),
    ),
    ...summaries
      .slice(1)
      .map(({ tag }) => at(tag, 'incomplete', 'error', 'A fold has one title, and this is another.')),
  ]
}

/** “The fieldset element”, “The figure element”: one caption, first in a fieldset, first or last in a figure. */
function ofCaption(text: string, each: Written): Diagnostic[] {
  const isFigure = each.tag.name === 'figure'
  const captions = each.children.filter(({ tag }) => tag.name === (isFigure ? 'figcaption' : 'legend'))
  const [first, ...others] = captions
  if (!first) return []
  const isPlaced = each.children[0] === first || (isFigure && each.children.at(-1) === first)
  const where = isFigure ? 'first or last in its figure' : 'first in its group of fields'
  return [
    ...(isPlaced
      ? []
      : [at(first.tag, 'incomplete', 'error', `A caption stands ${where}.`, [toTheFront(text, each, first)])]),
    ...others.map(({ tag }) => at(tag, 'incomplete', 'error', 'There is one caption here already.')),
  ]
}

/** “The dl element”: each group has terms, then what is said of them. */
function ofTerms(list: Written): Diagnostic[] {
  const inDivs = list.children.filter(({ tag }) => tag.name === 'div')
  return [list, ...inDivs].flatMap(({ children }) => {
    const parts = children.filter(({ tag }) => /^d[td]$/.test(tag.name))
    const [first, last] = [parts[0], parts.at(-1)]
    const found: Diagnostic[] = []
    if (first?.tag.name === 'dd')
      found.push(
        at(first.tag, 'incomplete', 'warning', 'This is said of no term: no “dt” stands before it.', [
          { label: 'Give it a term', edits: [{ from: first.tag.from, to: first.tag.from, insert: '<dt>Term</dt>' }] },
        ]),
      )
    if (last?.tag.name === 'dt')
      found.push(
        at(last.tag, 'incomplete', 'warning', 'Nothing is said of this term: no “dd” follows it.', [
          { label: 'Say something of it', edits: [{ from: last.to, to: last.to, insert: '<dd>What it means</dd>' }] },
        ]),
      )
    return found
  })
}

/** Folds without a title, captions in the wrong place, terms of which nothing is said. */
export const incomplete: SourceCheck = {
  id: 'incomplete',
  finds: ['incomplete'],
  why: 'What is used by its title needs one: a fold without it is called “Details” to every reader, in the language of their browser.',
  look,
  good: [
    '<details><summary>a</summary><p>b</p></details>',
    '<figure><img src="a.png" alt="b"><figcaption>c</figcaption></figure>',
    '<dl><dt>a<dt>b<dd>c<dd>d</dl>',
  ],
  bad: [
    {
      html: '<details><p>a</p></details>',
      told: ['1 incomplete'],
      repaired: '<details><summary>Title</summary><p>a</p></details>',
    },
    {
      html: '<details><p>a</p><summary>b</summary></details>',
      told: ['1 incomplete'],
      repaired: '<details><summary>b</summary><p>a</p></details>',
    },
    {
      html: '<fieldset><p>a</p><legend>b</legend></fieldset>',
      told: ['1 incomplete'],
      repaired: '<fieldset><legend>b</legend><p>a</p></fieldset>',
    },
    { html: '<dl><dd>a</dd></dl>', told: ['1 incomplete'], repaired: '<dl><dt>Term</dt><dd>a</dd></dl>' },
    { html: '<dl><dt>a</dt></dl>', told: ['1 incomplete'], repaired: '<dl><dt>a</dt><dd>What it means</dd></dl>' },
  ],
}
