import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { ENTRY_KINDS, type EntryKind, kindOfEntry, mayHold } from './kinds.ts'
import { readSettings } from './settings.ts'
import { type EntryToShow, shownBriefly, shownReason, shownToStudents, withPublished } from './shown.ts'

const entry = (
  id: string,
  kind: EntryKind,
  parentId: string | null,
  edition: number | null = 1,
  more: Partial<EntryToShow> = {},
): EntryToShow => ({ id, kind, parentId, title: id, edition, opensAt: null, settings: readSettings({}), ...more })
const NOW = new Date('2026-09-10T12:00:00Z')
const LATER = '2026-09-20T08:00:00.000Z'
const day = (iso: string): string => iso.slice(0, 10)

describe('what students see of an entry', () => {
  const plan = [
    entry('U', 'unit', null, null),
    entry('L', 'lesson', 'U', null, { opensAt: LATER }),
    entry('page', 'page', 'L'),
    entry('draft', 'page', 'U', null),
    entry('B', 'book', 'U', null),
    entry('part', 'bookPart', 'B', null),
    entry('chapter', 'chapter', 'part'),
    entry('S', 'lesson', 'U', null, { settings: readSettings({ inSequence: true }) }),
    entry('first', 'page', 'S'),
    entry('second', 'page', 'S'),
    entry('E', 'lesson', 'U', 1),
    entry('closed', 'discussion', 'U', 1, { settings: readSettings({ closesAt: '2026-09-01T08:00:00.000Z' }) }),
    entry('locked', 'discussion', 'U', 1, { settings: readSettings({ isLocked: true }) }),
  ]
  const shown = shownToStudents(plan, NOW)
  const reason = (id: string): string =>
    shownReason(
      shown.get(id)!,
      plan.find((each) => each.id === id)!,
      plan,
      day,
    )
  test.each([
    ['U', { type: 'now' }, ''],
    ['page', { type: 'later', opensAt: LATER, ofId: 'L' }, 'It opens with the lesson “L”, 2026-09-20.'],
    ['L', { type: 'later', opensAt: LATER, ofId: 'L' }, 'It opens 2026-09-20.'],
    ['draft', { type: 'draft' }, 'It is not published.'],
    ['B', { type: 'draft' }, 'It is not published.'],
    ['part', { type: 'empty' }, 'Nothing in it is published.'],
    ['chapter', { type: 'inside', ofId: 'B' }, 'The book “B” is not published.'],
    ['first', { type: 'now' }, ''],
    ['second', { type: 'sequence', ofId: 'first' }, 'It opens for each student once the page “first” is done.'],
    ['E', { type: 'empty' }, 'Nothing in it is published.'],
    [
      'closed',
      { type: 'closed', closesAt: '2026-09-01T08:00:00.000Z' },
      'It closed 2026-09-01: nobody writes in it any more.',
    ],
    ['locked', { type: 'closed', closesAt: null }, 'It is locked: nobody writes in it.'],
  ])('%s', (id, what, words) => {
    expect(shown.get(id)).toEqual(what)
    expect(reason(id)).toBe(words)
  })
  test('publishing the book brings its chapter into sight', () => {
    expect(shownToStudents(withPublished(plan, new Set(['B'])), NOW).get('chapter')).toEqual({ type: 'now' })
  })
  test('a line of the plan says it in few words, and nothing where its state says it all', () => {
    const briefly = (id: string): string =>
      shownBriefly(
        shown.get(id)!,
        plan.find((each) => each.id === id)!,
        plan,
        day,
      )
    expect(['chapter', 'page', 'second', 'closed', 'locked', 'draft', 'first'].map(briefly)).toEqual([
      'book not published',
      'from 2026-09-20',
      'after the one before',
      'closed 2026-09-01',
      'locked',
      '',
      '',
    ])
  })
})

/** Plans in which everything stands where it may. */
const plans = fc
  .array(
    fc.record({
      kind: fc.constantFrom(...ENTRY_KINDS),
      under: fc.nat(30),
      edition: fc.constantFrom(null, 1),
      opensAt: fc.constantFrom(null, null, LATER, '2026-09-01T00:00:00.000Z'),
      inSequence: fc.boolean(),
    }),
    { maxLength: 30 },
  )
  .map((drawn) => {
    const plan: EntryToShow[] = []
    for (const [at, { kind, under, edition, opensAt, inSequence }] of drawn.entries()) {
      const holders = [null, ...plan].filter((holder) => mayHold(holder?.kind ?? null, kind))
      if (holders.length === 0) continue
      plan.push(
        entry(`e${at}`, kind, holders[under % holders.length]?.id ?? null, edition, {
          opensAt,
          settings: readSettings({ inSequence }),
        }),
      )
    }
    return plan
  })

test('in any plan: what is in sight stands in what is in sight, has an edition if it is written, and what is not has its reason', () => {
  fc.assert(
    fc.property(plans, (plan) => {
      const shown = shownToStudents(plan, NOW)
      expect(shown.size).toBe(plan.length)
      for (const each of plan) {
        const mine = shown.get(each.id)!
        const above = each.parentId === null ? null : shown.get(each.parentId)!
        const isThere = !['draft', 'empty', 'inside'].includes(mine.type)
        if (isThere) {
          expect(each.edition !== null || !kindOfEntry(each.kind).isWritten).toBe(true)
          if (above) expect(['draft', 'empty', 'inside']).not.toContain(above.type)
        }
        if (mine.type === 'now' && above) expect(['later', 'sequence']).not.toContain(above.type)
        if (mine.type !== 'now') expect(shownReason(mine, each, plan, day)).not.toBe('')
      }
    }),
    { numRuns: 500 },
  )
})
