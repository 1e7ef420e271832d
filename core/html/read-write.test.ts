import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage, openPage } from '../../test/shared/pages.ts'
import { printSource } from '../source/print.ts'
import { schema } from '../document/schema.ts'
import { nodeKinds, markKinds } from '../kinds/registry.ts'
import type { MarkKind, NodeKind, NodeJson } from '../kinds/kind.ts'
import { readPage } from './read.ts'
import { writePage } from './write.ts'

const pageOf = (...content: NodeJson[]): ReturnType<typeof schema.nodeFromJSON> =>
  schema.nodeFromJSON({ type: 'doc', content: [{ type: 'title' }, ...content] })

test('reading what was written gives the page back, in each format', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      for (const html of [writePage(page, 'source'), printSource(page).html])
        expect(readPage(html).page.toJSON()).toEqual(page.toJSON())
    }),
    { numRuns: 400 },
  )
  fc.assert(
    fc.property(openPage, (page) => {
      expect(readPage(writePage(page, 'published')).page.toJSON()).toEqual(page.toJSON())
    }),
    { numRuns: 300 },
  )
})

test('our own source is read without a note', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      expect(readPage(printSource(page).html, { positions: true }).notes).toEqual([])
    }),
    { numRuns: 300 },
  )
})

for (const kind of Object.values<NodeKind | MarkKind>({ ...nodeKinds, ...markKinds }))
  test(`every example of ${kind.name} checks and survives`, () => {
    for (const example of kind.examples) {
      const holder =
        kind.name === 'doc'
          ? schema.nodeFromJSON(example)
          : kind.name === 'title'
            ? schema.nodeFromJSON({ type: 'doc', content: [example, { type: 'paragraph' }] })
            : kind.type === 'mark' || schema.nodes[kind.name]?.isInline
              ? pageOf({ type: 'paragraph', content: [example] })
              : pageOf(example)
      holder.check()
      expect(readPage(writePage(holder, 'source')).page.toJSON()).toEqual(holder.toJSON())
      if (!('keepsBack' in kind && kind.keepsBack))
        expect(readPage(writePage(holder, 'published')).page.toJSON()).toEqual(holder.toJSON())
    }
  })

test('the source of a page reads well', () => {
  const { html } = printSource(
    readPage(
      '<h1>Walls</h1><p>One <b>on</b> two.<div style="background:#efe6d3"><ul><li>a<ul><li>b</ul></ul></div><table><tr><th>x<td>1</table>',
    ).page,
  )
  expect(html).toBe(`<h1>Walls</h1>
<p>One <strong>on</strong> two.</p>
<div data-piece="box" data-edge="none" data-space="normal" style="background-color: #efe6d3">
  <ul>
    <li>a
      <ul>
        <li>b</li>
      </ul>
    </li>
  </ul>
</div>
<table>
  <tbody>
    <tr>
      <th scope="row">x</th>
      <td>1</td>
    </tr>
  </tbody>
</table>
`)
})
