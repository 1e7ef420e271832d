import { ChangeSet, Text } from '@codemirror/state'
import type { Editor } from '@tiptap/core'
import { EditorState, type Transaction } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { schema } from '../../core/document/schema.ts'
import { readPage } from '../../core/html/read.ts'
import { printSource } from '../../core/source/print.ts'
import { SourceSync, textChanges } from './source-sync.ts'

/** As much of an editor as the sync needs, and the text of a source pane. */
class Desk {
  state: EditorState
  /** As the editor does: whoever listens is told of each transaction at once, those of the source among them. */
  readonly view = {
    dispatch: (transaction: Transaction) => {
      this.state = this.state.apply(transaction)
      const changes = this.sync.pageChanged()
      if (changes) this.text = applied(this.text, changes)
    },
  }
  readonly sync: SourceSync
  text: string

  constructor(html: string) {
    this.state = EditorState.create({ doc: readPage(html).page, schema })
    this.sync = new SourceSync(this as unknown as Editor)
    this.text = this.sync.text
  }
  /** Typing in the source. */
  type(from: number, to: number, insert: string): void {
    const changes = ChangeSet.of([{ from, to, insert }], this.text.length)
    this.text = applied(this.text, changes)
    this.sync.typed(changes)
  }
  replace(find: string, put: string): void {
    this.type(this.text.indexOf(find), this.text.indexOf(find) + find.length, put)
  }
  /** Writing on the sheet, by whomever. */
  write(make: (state: EditorState) => Transaction): void {
    this.view.dispatch(make(this.state))
  }
  read(): number {
    return this.sync.apply(this.text)
  }
}

const applied = (text: string, changes: ChangeSet): string => changes.apply(Text.of(text.split('\n'))).toString()

test('the difference of two texts leads from one to the other', () => {
  const random = new Random(7)
  const line = (): string => random.pick(['<p>a</p>', '<p>ab</p>', '<hr>', '', '  <li>x</li>'])
  for (let run = 0; run < 300; run++) {
    const [a, b] = [
      Array.from({ length: random.below(8) }, line).join('\n'),
      Array.from({ length: random.below(8) }, line).join('\n'),
    ]
    expect(applied(a, textChanges(a, b))).toBe(b)
  }
})

test('what is typed in the source comes onto the sheet, and what is written on the sheet into the source', () => {
  const desk = new Desk('<h1>W</h1><p>one</p><p>two</p>')
  desk.replace('one', 'one <b>more</b>')
  expect(desk.read()).toBe(1)
  expect(desk.state.doc.child(1).textContent).toBe('one more')
  desk.write((state) => state.tr.insertText('!', state.doc.content.size - 1))
  expect(desk.text).toContain('<p>two!</p>')
  // As the author typed it, not as it would be printed, until the source is left.
  expect(desk.text).toContain('<b>more</b>')
  desk.text = applied(desk.text, desk.sync.tidy(desk.text)!)
  expect(desk.text).toBe(printSource(desk.state.doc).html)
})

test('half a tag is waited for: others go on writing meanwhile, nothing is overwritten', () => {
  const desk = new Desk('<h1>W</h1><p>one</p><p>two</p>')
  desk.replace('one', 'one <str')
  desk.write((state) => state.tr.insertText('X', state.doc.content.size - 1))
  expect(desk.text).toBe('<h1>W</h1>\n<p>one <str</p>\n<p>twoX</p>\n')
  desk.replace('<str', '<strong>now</strong>')
  desk.read()
  expect(printSource(desk.state.doc).html).toBe('<h1>W</h1>\n<p>one <strong>now</strong></p>\n<p>twoX</p>\n')
})

test('reading what was not changed makes no step', () => {
  const desk = new Desk('<h1>W</h1><p>one</p><div style="background:#efe6d3"><p>box</p></div>')
  expect(desk.read()).toBe(0)
  desk.type(3, 3, ' ')
  desk.type(3, 4, '')
  expect(desk.read()).toBe(0)
})

test('a block under the cursor is found both ways, also past what is being typed', () => {
  const desk = new Desk('<h1>W</h1><p>one</p><p>two</p>')
  desk.replace('one', 'a longer one')
  const span = desk.sync.spanAt(9)
  expect(desk.text.slice(span!.from, span!.to)).toBe('<p>two</p>')
  expect(desk.sync.positionAt(desk.text.indexOf('two'))).toBe(8)
})

test('with authors on both sides, source and page agree once all is read', () => {
  for (let seed = 1; seed <= 150; seed++) {
    const random = new Random(seed)
    const desk = new Desk(
      '<h1>W</h1><p>one word</p><ul><li>a</li></ul><p>two words</p><div style="background:#efe6d3"><p>box</p></div>',
    )
    for (let turn = 0; turn < 12; turn++) {
      if (random.below(2)) {
        const words = [...desk.text.matchAll(/>[^<>\n]+</g)]
        const place = words.length > 0 ? random.pick(words).index + 1 : 0
        desk.type(place, place, random.pick(['new ', '<b>b</b>', 'x']))
        if (random.below(2)) desk.read()
      } else {
        const edit = randomEdit(desk.state.doc, random, () => 'y')
        if (edit) desk.write((state) => edit.steps.reduce((transaction, step) => transaction.step(step), state.tr))
      }
    }
    desk.read()
    desk.text = desk.sync.tidy(desk.text) ? printSource(desk.state.doc).html : desk.text
    expect(readPage(desk.text).page.eq(desk.state.doc), `seed ${seed}`).toBe(true)
    desk.state.doc.check()
  }
})

test('a whole page pasted over the source stays as it was pasted until it is left', () => {
  const desk = new Desk('<h1>W</h1><p>one</p>')
  const pasted = '<h1>W</h1><div data-piece="tabs"><section><h3>A</h3><p>a</p></section></div><p>two'
  desk.type(0, desk.text.length, pasted)
  expect(desk.read()).toBeGreaterThan(0)
  expect(desk.text).toBe(pasted)
  expect(desk.state.doc.child(1).type.name).toBe('tabs')
  const tidied = desk.sync.tidy(desk.text)!
  expect(applied(desk.text, tidied)).toBe(printSource(desk.state.doc).html)
})
