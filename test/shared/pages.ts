import fc from 'fast-check'
import type { Node } from 'prosemirror-model'
import { schema } from '../../core/document/schema.ts'
import type { NodeJson } from '../../core/kinds/kind.ts'

/*
 * Generated pages: any kind in any that admits it, words with markup signs, odd spaces, other scripts,
 * characters beyond the basic plane.
 */
const word = fc.oneof(
  { weight: 6, arbitrary: fc.stringMatching(/^[a-z]{1,9}$/) },
  { weight: 1, arbitrary: fc.constantFrom('  ', '\t', '\n', ' ', '\u00a0', '<b>', '&amp;', '"', "'", '&', '<!--', ']]>', 'جدار', '石', '🪨', 'é', '\u200b', '\ufffc', '--', '{x}') },
)
const words = fc.array(word, { minLength: 1, maxLength: 6 }).map((parts) => parts.join(' '))

const marks = fc.uniqueArray(
  fc.oneof(
    fc.constantFrom({ type: 'strong' }, { type: 'emphasis' }, { type: 'underline' }),
    fc.constantFrom('https://walls.example/?a=1&b="2"', '#water', 'mailto:office@skerrow.example', '/a b').map((href) => ({ type: 'link', attrs: { href } })),
  ),
  { maxLength: 3, selector: (mark) => mark.type },
)
const textNode: fc.Arbitrary<NodeJson> = fc.record({ text: words, marks }).map(({ text, marks: on }) => ({ type: 'text', text, ...(on.length > 0 ? { marks: on } : {}) }))
const inline = fc.array(fc.oneof({ weight: 5, arbitrary: textNode }, { weight: 1, arbitrary: fc.constant<NodeJson>({ type: 'lineBreak' }) }), { maxLength: 5 })

const paragraph = inline.map((content): NodeJson => ({ type: 'paragraph', content }))
const heading = fc
  .record({ level: fc.integer({ min: 2, max: 6 }), id: fc.option(fc.constantFrom('water', 'über-uns', 'a.b_c-1')), content: inline })
  .map(({ level, id, content }): NodeJson => ({ type: 'heading', attrs: { level, id }, content }))

const block: fc.Arbitrary<NodeJson> = fc.letrec<{ block: NodeJson }>((tie) => {
  const blocks = fc.array(tie('block'), { minLength: 1, maxLength: 3 })
  const items = fc.array(blocks.map((content): NodeJson => ({ type: 'listItem', content })), { minLength: 1, maxLength: 3 })
  const cell = fc
    .record({ type: fc.constantFrom('tableCell', 'tableHeader'), content: blocks, scope: fc.constantFrom('col', 'row') })
    .map(({ type, content, scope }): NodeJson => ({ type, content, ...(type === 'tableHeader' ? { attrs: { scope } } : {}) }))
  const table = fc.integer({ min: 1, max: 3 }).chain((width) =>
    fc
      .array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 3 })
      .map((rows): NodeJson => ({ type: 'table', content: rows.map((content) => ({ type: 'tableRow', content })) })),
  )
  const box = fc
    .record({ ground: fc.constantFrom('#efe6d3', '#23302f', '#ffffff'), edge: fc.constantFrom('none', 'start', 'around'), space: fc.constantFrom('tight', 'normal', 'wide'), content: blocks })
    .map(({ content, ...attrs }): NodeJson => ({ type: 'box', attrs, content }))
  return {
    block: fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      { weight: 6, arbitrary: paragraph },
      { weight: 2, arbitrary: heading },
      { weight: 1, arbitrary: fc.constant<NodeJson>({ type: 'rule' }) },
      { weight: 2, arbitrary: items.map((content): NodeJson => ({ type: 'bulletList', content })) },
      { weight: 1, arbitrary: fc.record({ start: fc.integer({ min: -3, max: 40 }), content: items }).map(({ start, content }): NodeJson => ({ type: 'orderedList', attrs: { start }, content })) },
      { weight: 1, arbitrary: blocks.map((content): NodeJson => ({ type: 'quotation', content })) },
      { weight: 1, arbitrary: table },
      { weight: 2, arbitrary: box },
    ),
  }
}).block

/** Whole pages of up to eight blocks. */
export const anyPage: fc.Arbitrary<Node> = fc
  .record({ title: fc.option(words), content: fc.array(block, { minLength: 1, maxLength: 8 }) })
  .map(({ title, content }) => schema.nodeFromJSON({ type: 'doc', content: [{ type: 'title', content: title ? [{ type: 'text', text: title }] : [] }, ...content] }))
  .filter((page) => {
    page.check()
    return true
  })
