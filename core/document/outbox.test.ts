import { Fragment, Slice } from 'prosemirror-model'
import { ReplaceStep, type Step } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { mergeLocal, Outbox, PageInMemory, queuedSteps, queuedWork } from './outbox.ts'
import { rebase } from './rebase.ts'
import { emptyPage, schema } from './schema.ts'

const typed = (at: number, words: string): Step => new ReplaceStep(at, at, new Slice(Fragment.from(schema.text(words)), 0, 0))

function written(seed: number, edits: number): PageInMemory {
  const random = new Random(seed)
  const surface = new PageInMemory(emptyPage('Walls'))
  for (let count = 0; count < edits; count++) for (const step of randomEdit(surface.page, random, () => 'x')?.steps ?? []) surface.write(step)
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

test('typing letter by letter is one step on its way', () => {
  const surface = new PageInMemory(emptyPage('Walls'))
  for (const [at, letter] of [...'through-stone'].entries()) surface.write(typed(8 + at, letter))
  expect(new Outbox(surface, 0).next(() => 'id')).toMatchObject({ count: 13, steps: { length: 1 } })
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
