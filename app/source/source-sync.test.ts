import { ChangeSet, Text } from '@codemirror/state'
import type { Editor } from '@tiptap/core'
import { EditorState, Selection, type Transaction } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import type { ReadNote } from '../../core/html/report.ts'
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

/** Signs of HTML and words, as somebody types them: whole elements, halves, and what belongs to none. */
const TYPED = [
  ...[
    'x',
    ' ',
    '\n',
    '<p>new</p>',
    '<p>',
    '</p>',
    '<b>',
    '</b>',
    '<br>',
    '<li>more</li>',
    '<ul><li>a</li></ul>',
    '<td>c</td>',
  ],
  ...[
    '<div style="background:#efe6d3">',
    '</div>',
    '<h2>Part</h2>',
    '<details><summary>s</summary>t</details>',
    '</table>',
    '<hr>',
  ],
  ...[
    'loose words',
    '<!-- c -->',
    '<p title="',
    '&amp;',
    '<span hidden>secret</span>',
    '<p id="k">k</p>',
    '<a href="#k">k</a>',
  ],
]

test('what is read around a change is what the whole text says', () => {
  const [table, rest] = [
    '<table><tbody><tr><td>one</td><td>two</td></tr></tbody></table>',
    '<p>between <em>them</em></p>',
  ]
  const blocks = [...'abcdefghij'].map((name) => `<p>${name} words</p>${table}${rest}<ul><li>${name}</li></ul>`)
  let read = 0
  for (let seed = 1; seed <= 100; seed++) {
    const random = new Random(seed)
    const desk = new Desk(`<h1>W</h1>${blocks.join('')}`)
    for (let turn = 0; turn < 8; turn++) {
      const from = random.below(desk.text.length)
      desk.type(from, Math.min(desk.text.length, from + random.pick([0, 0, 0, 2, 12, 80])), random.pick(TYPED))
      // Somebody else writes on the sheet.
      if (random.below(3) === 0)
        desk.write((state) =>
          state.tr.insertText('y', Selection.near(state.doc.resolve(random.below(state.doc.content.size))).from),
        )
      const text = desk.text
      desk.read()
      expect(desk.text).toBe(text)
      const whole = readPage(text, { positions: true, title: '' })
      expect(desk.state.doc.toString(), `seed ${seed}, turn ${turn}`).toBe(whole.page.toString())
      expect(desk.state.doc.toJSON() as unknown, `seed ${seed}, turn ${turn}`).toEqual(whole.page.toJSON() as unknown)
      const told = (notes: readonly ReadNote[]): string[] =>
        notes.map(({ message, line }) => `${line} ${message}`).sort()
      expect(told(desk.sync.notes), `seed ${seed}, turn ${turn}`).toEqual(told(whole.notes))
      read++
    }
    const tidied = desk.sync.tidy(desk.text)
    if (tidied) desk.text = applied(desk.text, tidied)
    expect(desk.text).toBe(printSource(desk.state.doc).html)
  }
  expect(read).toBe(800)
})

test('a key in a long page reads the blocks around it and no more', () => {
  const desk = new Desk(`<h1>W</h1>${'<table><tbody><tr><td>one</td></tr></tbody></table><p>between</p>'.repeat(400)}`)
  const first = desk.state.doc.child(1)
  const far = desk.state.doc.child(700)
  desk.replace('between</p>', 'between them</p>')
  expect(desk.read()).toBe(1)
  expect(desk.state.doc.child(2).textContent).toBe('between them')
  // What was not read is not only alike: it is the same.
  expect(desk.state.doc.child(1)).toBe(first)
  expect(desk.state.doc.child(700)).toBe(far)
})

test('what was left out goes from the text with its block alone; the rest stays as it was written', () => {
  const desk = new Desk('<h1>W</h1><p>one</p><p>two</p><p>three</p>')
  desk.replace('one', '<b>one</b>')
  desk.replace('three', '<blink>three</blink>')
  desk.read()
  const changes = desk.sync.tidyLost(desk.text)!
  desk.text = applied(desk.text, changes)
  expect(desk.text).toBe('<h1>W</h1>\n<p><b>one</b></p>\n<p>two</p>\n<p>three</p>\n')
  desk.replace('two', 'two more')
  expect(desk.read()).toBe(1)
  expect(desk.state.doc.textContent).toBe('Wonetwo morethree')
})

test('where blocks can’t be told apart, all of the text goes back to its printed form', () => {
  const desk = new Desk('<h1>W</h1><p>one</p><table><tbody><tr><td>two</td></tr></tbody></table><p>three</p>')
  desk.replace('<td>two</td>', '<ul><li>lost</li></ul><td><blink>two</blink></td>')
  desk.read()
  const page = desk.state.doc
  desk.text = applied(desk.text, desk.sync.tidyLost(desk.text)!)
  expect(desk.text).toBe(printSource(page).html)
  desk.replace('three', 'three more')
  desk.read()
  expect(desk.state.doc.textContent).toBe(page.textContent.replace('three', 'three more'))
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
