import { EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { snippetPage } from '../../core/snippets/snippets.ts'
import { keptBlocks } from './kept-blocks.ts'

/** What is kept, as words of its blocks, with the cursor in some words, or from them to others. */
function keptAt(html: string, from: string, to = from): readonly string[] | null {
  const doc = readPage(html).page
  const placeOf = (words: string): number => {
    let found = -1
    doc.descendants((node, position) => {
      if (node.isText && node.text!.includes(words)) found = position + node.text!.indexOf(words)
    })
    return found
  }
  const end = from === to ? placeOf(from) : placeOf(to) + to.length
  const selection = TextSelection.create(doc, placeOf(from), end)
  const kept = keptBlocks(EditorState.create({ doc, selection }))
  return kept && kept.content.map((node) => `${node.type.name} ${node.textContent}`)
}

test.each([
  ['<h1>t</h1><p>one</p><p>two</p>', 'one', 'one', ['paragraph one']],
  ['<h1>t</h1><p>one</p><p>two</p>', 'one', 'two', ['paragraph one', 'paragraph two']],
  ['<h1>top</h1><p>one</p>', 'top', 'top', null],
  ['<h1>top</h1><p>one</p>', 'top', 'one', null],
  ['<h1>t</h1><aside><p>one</p><p>two</p></aside>', 'two', 'two', ['aside onetwo']],
  ['<h1>t</h1><aside><p>one</p><p>two</p></aside>', 'one', 'two', ['paragraph one', 'paragraph two']],
  ['<h1>t</h1><details><summary>head</summary><p>one</p></details>', 'head', 'one', ['reveal headone']],
  ['<h1>t</h1><div data-snippet="a"><aside><p>one</p></aside><p>two</p></div>', 'one', 'one', ['snippet onetwo']],
  ['<h1>t</h1><ul><li>one</li><li>two</li></ul>', 'one', 'two', ['bulletList onetwo']],
])('%s, from %s to %s', (html, from, to, kept) => {
  expect(keptAt(html, from, to)).toEqual(kept)
})

test('a piece that is selected as a whole is kept', () => {
  const doc = readPage('<h1>t</h1><hr><p>x</p>').page
  const kept = keptBlocks(EditorState.create({ doc, selection: NodeSelection.create(doc, doc.firstChild!.nodeSize) }))
  expect(kept?.content.map(({ type }) => type.name)).toEqual(['rule'])
})

test('whatever is selected as a whole, what is kept can stand on a page', () => {
  const doc = readPage(
    '<h1>t</h1><table><tr><td>a</td></tr></table><ul><li>b</li></ul><div data-piece="cards"><section><h2>c</h2><p>d</p></section></div><div data-piece="practice"><div data-part="prompt"><p>e</p></div><div data-part="answer"><p>f</p></div></div>',
  ).page
  let selected = 0
  doc.descendants((node, position) => {
    if (!NodeSelection.isSelectable(node) || node.isInline) return
    selected++
    const kept = keptBlocks(EditorState.create({ doc, selection: NodeSelection.create(doc, position) }))
    if (kept) expect(() => snippetPage('S', kept).check(), node.type.name).not.toThrow()
    else expect(node.type.name).toBe('title')
  })
  expect(selected).toBeGreaterThan(10)
})
