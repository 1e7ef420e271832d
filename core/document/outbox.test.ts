import { Fragment, Slice } from 'prosemirror-model'
import { ReplaceStep, type Step } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { mergeLocal, Outbox, PageInMemory, queuedSteps, queuedWork } from './outbox.ts'
import { rebase } from './rebase.ts'
import { emptyPage, schema } from './schema.ts'

const typed = (at: number, words: string): Step =>
  new ReplaceStep(at, at, new Slice(Fragment.from(schema.text(words)), 0, 0))

function written(seed: number, edits: number): PageInMemory {
  const random = new Random(seed)
  const surface = new PageInMemory(emptyPage('Walls'))
  for (let count = 0; count < edits; count++)
    for (const step of randomEdit(surface.page, random, () => 'x')?.steps ?? []) surface.write(step)
  return surface
}

test('merged steps undo to the same page and redo to the same page', () => {
  for (let seed = 1; seed <= 100; seed++) {
    const surface = written(seed, 40)
    const merged = mergeLocal(surface.page, surface.local)
    expect(merged.length).toBeLessThanOrEqual(surface.local.length)
    const { transform, setAside } = rebase(surface.page, merged, [])
    expect(transform.doc.eq(surface.page)).toBe(true)
    expect(setAside).toEqual([])
    expect(transform.docs[merged.length]?.eq(emptyPage('Walls')) ?? merged.length === 0).toBe(true)
  }
})

test('a batch on its way holds the steps as they were made, no more than one may hold', () => {
  const surface = new PageInMemory(emptyPage('Walls'))
  for (const [at, letter] of [...'through-stone'].entries()) surface.write(typed(8 + at, letter))
  expect(new Outbox(surface, 0).next(() => 'id')).toMatchObject({ base: 0, steps: { length: 13 } })
  for (let count = 0; count < 600; count++) surface.write(typed(8, 'x'))
  expect(new Outbox(surface, 0).next(() => 'id')?.steps).toHaveLength(500)
  for (let count = 0; count < 4; count++)
    surface.local.unshift({ step: typed(8, 'x'.repeat(300_000)), inverted: new ReplaceStep(8, 9, Slice.empty) })
  expect(new Outbox(surface, 0).next(() => 'id')?.steps).toHaveLength(1)
})

test('what is on its way stays on its way while others write, and is kept so', () => {
  const surface = new PageInMemory(emptyPage('Walls'))
  surface.write(typed(8, 'mine'))
  const outbox = new Outbox(surface, 0)
  const sent = outbox.next(() => 'id')
  outbox.receive([{ id: 'theirs', from: 0, to: 1, steps: [typed(8, 'theirs ')] }])
  surface.write(typed(19, ' too'))
  expect(outbox.next(() => 'another')).toBe(sent)
  const queued = queuedWork.parse(JSON.parse(JSON.stringify(outbox.queued())))
  expect(queued).toMatchObject({ base: 1, sent: { id: 'id', base: 0, moved: { length: 1 } }, waiting: { length: 1 } })
  const again = new PageInMemory(typed(8, 'theirs ').apply(emptyPage('Walls')).doc!)
  for (const step of queuedSteps(queued)) again.write(step)
  expect(again.page.textContent).toBe('Wallstheirs mine too')
  const resumed = Outbox.resume(again, queued)
  expect(resumed.receive([{ id: 'id', from: 1, to: 2, steps: [typed(15, 'mine')] }])).toEqual([])
  expect(again.local).toHaveLength(1)
  expect(again.page.textContent).toBe('Wallstheirs mine too')
})

test('when the server makes something else of a batch, the log is right and no word is lost', () => {
  const surface = new PageInMemory(emptyPage('Walls'))
  surface.write(typed(8, 'mine'))
  const outbox = new Outbox(surface, 0)
  outbox.next(() => 'id')
  outbox.receive([{ id: 'theirs', from: 0, to: 1, steps: [typed(8, 'theirs ')] }])
  const setAside = outbox.receive([{ id: 'id', from: 1, to: 2, steps: [new ReplaceStep(8, 14, Slice.empty)] }])
  expect(surface.page.textContent).toBe('Walls ')
  expect(surface.local).toEqual([])
  expect(setAside.map(({ slice }) => slice.content.textBetween(0, slice.content.size)).sort()).toEqual([
    'mine',
    'theirs',
  ])
})

test('work that an older Fieldstone kept is read', () => {
  const old = queuedWork.parse({ base: 3, sent: { id: 'id', steps: [typed(8, 'a').toJSON()] }, waiting: [] })
  const surface = new PageInMemory(emptyPage('Walls'))
  for (const step of queuedSteps(old)) surface.write(step)
  expect(Outbox.resume(surface, old).outgoing).toMatchObject({ id: 'id', base: 3 })
})

test('kept work is the same after it was stored, also when a batch was on its way', () => {
  for (let seed = 1; seed <= 50; seed++) {
    const surface = written(seed, 10)
    const outbox = new Outbox(surface, 7)
    if (seed % 2) outbox.next(() => 'on its way')
    const queued = outbox.queued()
    if (!queued) continue
    const again = new PageInMemory(emptyPage('Walls'))
    const stored = queuedWork.parse(JSON.parse(JSON.stringify(queued)))
    for (const step of queuedSteps(stored)) again.write(step)
    expect(again.page.eq(surface.page)).toBe(true)
    expect(Outbox.resume(again, stored)).toMatchObject({ version: 7, outgoing: seed % 2 ? { id: 'on its way' } : null })
  }
})

test('a gap in the log is noticed, what was seen is passed over', () => {
  const outbox = new Outbox(new PageInMemory(emptyPage('Walls')), 5)
  expect(outbox.receive([{ id: 'old', from: 3, to: 5, steps: [] }])).toEqual([])
  expect(() => outbox.receive([{ id: 'far', from: 9, to: 10, steps: [] }])).toThrow('The log goes on at 9')
})

test('giving up takes the words out and gives them back', () => {
  const surface = new PageInMemory(emptyPage('Walls'))
  for (const [at, letter] of [...'lost?'].entries()) surface.write(typed(8 + at, letter))
  const slices = new Outbox(surface, 0).abandon()
  expect(slices.map((slice) => slice.content.textBetween(0, slice.content.size))).toEqual(['lost?'])
  expect(surface.page.eq(emptyPage('Walls'))).toBe(true)
})

test('work on its way is confirmed although its editor is gone', () => {
  const surface = new PageInMemory(emptyPage('Walls'))
  surface.write(typed(8, 'sent'))
  const outbox = new Outbox(surface, 0)
  const sent = outbox.next(() => 'id')!
  outbox.detach()
  // As a destroyed editor does: nothing it is told changes it any more.
  surface.confirm = () => undefined
  outbox.receive([{ id: 'id', from: 0, to: 1, steps: sent.steps }])
  expect(outbox.queued()).toBeNull()
  expect(outbox.next(() => 'again')).toBeNull()
})
