import fc from 'fast-check'
import { expect, test } from 'vitest'
import { ENTRY_KINDS, type EntryKind, isOpened, mayHold } from '../plan/kinds.ts'
import { standings } from '../plan/progress.ts'
import { reached } from '../plan/reached.ts'
import { readSettings } from '../plan/settings.ts'
import { CourseShape, type ShapeEntry } from './course-shape.ts'
import { Outline } from './outline.ts'

const entry = (id: string, kind: EntryKind, parentId: string | null, more: Partial<ShapeEntry> = {}): ShapeEntry => ({
  id,
  kind,
  parentId,
  title: id,
  words: kind === 'unit' || kind === 'lesson' ? null : 500,
  opensAt: null,
  settings: readSettings({}),
  ...more,
})

test('what holds nothing is left out, minutes are counted, and one item leads to the next, in a book one chapter to the next', () => {
  const shape = new CourseShape([
    entry('U', 'unit', null),
    entry('E', 'unit', null),
    entry('a', 'page', 'U'),
    entry('L', 'lesson', 'U'),
    entry('empty', 'lesson', 'U'),
    entry('b', 'book', 'L'),
    entry('c1', 'chapter', 'b'),
    entry('c2', 'chapter', 'b'),
    entry('n', 'note', 'L'),
    entry('d', 'page', 'U'),
  ])
  const outline = new Outline(shape, ['a', 'c2'], new Date())
  expect(outline.places.map(({ id, depth }) => `${depth}${id}`).join(' ')).toBe('0U 1a 1L 2b 3c1 3c2 2n 1d')
  const steps = (id: string) => [outline.steps(id).previous?.id, outline.steps(id).next?.id]
  expect(['a', 'b', 'd', 'c1', 'c2', 'L', 'U'].map(steps)).toEqual([
    [undefined, 'b'],
    ['a', 'd'],
    ['b', undefined],
    [undefined, 'c2'],
    ['c1', undefined],
    [undefined, 'b'],
    [undefined, 'a'],
  ])
  expect(outline.progress()).toEqual({ count: 4, doneCount: 2 })
  expect(outline.find('L')?.minutes).toBe(2 + 2 + 2 + 2)
  expect(outline.path('c2').map(({ id }) => id)).toEqual(['U', 'L', 'b', 'c2'])
})

const TIMES = ['2026-09-01T00:00:00.000Z', '2026-09-20T00:00:00.000Z', '2026-09-25T00:00:00.000Z']
const plans = fc.array(
  fc.record({
    kind: fc.constantFrom(...ENTRY_KINDS),
    under: fc.nat(40),
    opensAt: fc.constantFrom(null, null, null, ...TIMES),
    inSequence: fc.boolean(),
    isDone: fc.boolean(),
    isPublished: fc.boolean(),
  }),
  { maxLength: 40 },
)

test('in any plan it says of each entry what is said of the whole plan at once', () => {
  fc.assert(
    fc.property(plans, fc.constantFrom(...TIMES), (drawn, at) => {
      const plan: ShapeEntry[] = []
      const done: string[] = []
      for (const [index, { kind, under, opensAt, inSequence, isDone }] of drawn.entries()) {
        const holders = [null, ...plan].filter((holder) => mayHold(holder?.kind ?? null, kind))
        if (holders.length === 0) continue
        plan.push(
          entry(`e${index}`, kind, holders[under % holders.length]?.id ?? null, {
            opensAt,
            settings: readSettings({ inSequence }),
          }),
        )
        if (isDone) done.push(`e${index}`)
      }
      const now = new Date(at)
      const shape = new CourseShape(plan)
      const outline = new Outline(shape, done, now)
      const kept = reached(plan)
      const whole = standings(
        kept.map((each) => ({ ...each, inSequence: each.settings.inSequence })),
        new Set(done),
        now,
      )
      // Asked in an order that is not the plan's: what was asked before makes no difference.
      for (const { id } of [...kept].sort((a, b) => (a.id < b.id ? 1 : -1)))
        expect(outline.find(id)?.standing).toEqual(whole.get(id))
      expect(outline.places).toHaveLength(kept.length)
      const opened = outline.places.filter(({ kind }) => isOpened(kind) && kind !== 'chapter')
      for (const [index, place] of opened.entries())
        expect([outline.steps(place.id).previous?.id, outline.steps(place.id).next?.id]).toEqual([
          opened[index - 1]?.id,
          opened[index + 1]?.id,
        ])
      expect(shape.passed(now)).toBe(kept.filter(({ opensAt }) => opensAt !== null && opensAt <= at).length)
    }),
    { numRuns: 1000 },
  )
})
