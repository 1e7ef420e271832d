import { describe, expect, test } from 'vitest'
import { type EntryKind, mayHold } from './kinds.ts'
import { parseOutline } from './outline.ts'
import { branch, inOrder, move, placeAfter, type PlanEntry, plant, stepPlace } from './tree.ts'

const entry = (id: string, kind: EntryKind, parentId: string | null): PlanEntry => ({ id, kind, parentId })

/** U1 (page a, lesson L1 (b, c), lesson L2), U2 (lesson L3 (d)) */
const plan: PlanEntry[] = [
  entry('U1', 'unit', null),
  entry('U2', 'unit', null),
  entry('a', 'page', 'U1'),
  entry('L1', 'lesson', 'U1'),
  entry('L2', 'lesson', 'U1'),
  entry('b', 'page', 'L1'),
  entry('c', 'page', 'L1'),
  entry('L3', 'lesson', 'U2'),
  entry('d', 'page', 'L3'),
]

test('reading order goes down each branch', () => {
  expect(
    inOrder(plan)
      .map(({ id, depth }) => `${depth}${id}`)
      .join(' '),
  ).toBe('0U1 1a 1L1 2b 2c 1L2 0U2 1L3 2d')
  expect(branch(plan, 'L1').map(({ id }) => id)).toEqual(['L1', 'b', 'c'])
})

test.each([
  [null, 'unit', true],
  [null, 'page', false],
  ['unit', 'lesson', true],
  ['unit', 'page', true],
  ['unit', 'unit', false],
  ['lesson', 'page', true],
  ['lesson', 'lesson', false],
  ['page', 'page', false],
] as const)('%s may hold %s: %s', (parent, child, expected) => expect(mayHold(parent, child)).toBe(expected))

describe('moving', () => {
  test('among siblings, into another parent, to the end', () => {
    expect(move(plan, ['c'], { parentId: 'L1', beforeId: 'b' })).toEqual({
      ok: true,
      parentId: 'L1',
      order: ['c', 'b'],
    })
    expect(move(plan, ['b'], { parentId: 'L3', beforeId: 'd' })).toEqual({
      ok: true,
      parentId: 'L3',
      order: ['b', 'd'],
    })
    expect(move(plan, ['L1'], { parentId: 'U1', beforeId: null })).toEqual({
      ok: true,
      parentId: 'U1',
      order: ['a', 'L2', 'L1'],
    })
  })
  test('several at once keep their order; what stands in one that moves goes with it', () => {
    expect(move(plan, ['a', 'd', 'b'], { parentId: 'L2', beforeId: null })).toMatchObject({ order: ['a', 'd', 'b'] })
    expect(move(plan, ['L1', 'b'], { parentId: 'U2', beforeId: 'L3' })).toMatchObject({ order: ['L1', 'L3'] })
  })
  test('before itself it stays', () =>
    expect(move(plan, ['b'], { parentId: 'L1', beforeId: 'b' })).toMatchObject({ order: ['b', 'c'] }))
  test.each([
    [['U1'], { parentId: 'L1', beforeId: null }, 'into itself'],
    [['U1'], { parentId: 'U2', beforeId: null }, 'A unit stands in the course'],
    [['L1'], { parentId: null, beforeId: null }, 'A lesson stands in a unit'],
    [['a'], { parentId: 'b', beforeId: null }, 'A page stands in'],
    [['gone'], { parentId: 'U1', beforeId: null }, 'no longer in the plan'],
    [['a'], { parentId: 'gone', beforeId: null }, 'no longer in the plan'],
  ])('%j to %j is refused', (ids, place, sentence) => {
    const result = move(plan, ids, place)
    expect(result.ok ? '' : result.reason).toContain(sentence)
  })
})

describe('a step by key', () => {
  test.each([
    ['c', 'up', { parentId: 'L1', beforeId: 'b' }],
    ['b', 'up', { parentId: 'U1', beforeId: 'L1' }],
    ['c', 'down', { parentId: 'U1', beforeId: 'L2' }],
    ['a', 'down', { parentId: 'L1', beforeId: 'b' }],
    ['a', 'up', null],
    ['L1', 'up', { parentId: 'U1', beforeId: 'a' }],
    ['L2', 'down', { parentId: 'U2', beforeId: 'L3' }],
    ['L3', 'up', { parentId: 'U1', beforeId: null }],
    ['U1', 'down', { parentId: null, beforeId: null }],
    ['U1', 'up', null],
    ['U2', 'down', null],
    ['gone', 'up', null],
  ] as const)('%s %s', (id, direction, expected) => expect(stepPlace(plan, id, direction)).toEqual(expected))

  test('each step is a move the plan accepts, and stepping back returns', () => {
    for (const { id } of plan)
      for (const direction of ['up', 'down'] as const) {
        const place = stepPlace(plan, id, direction)
        if (!place) continue
        const moved = move(plan, [id], place)
        expect(moved, `${id} ${direction}`).toMatchObject({ ok: true })
      }
  })
})

test.each([
  ['b', 'page', { parentId: 'L1', beforeId: 'c' }],
  ['L2', 'page', { parentId: 'L2', beforeId: null }],
  ['U1', 'page', { parentId: 'U1', beforeId: 'a' }],
  ['b', 'lesson', { parentId: 'U1', beforeId: 'L2' }],
  ['d', 'unit', { parentId: null, beforeId: null }],
  ['gone', 'page', null],
] as const)('dropped after %s, a %s goes to its place', (over, kind, expected) =>
  expect(placeAfter(plan, over, kind)).toEqual(expected),
)

describe('outline lines put in', () => {
  let count = 0
  const at = (afterId: string | null, lines: [string, number][]) => {
    count = 0
    return plant(
      plan,
      afterId,
      lines.map(([title, depth]) => ({ title, depth })),
      () => `n${++count}`,
    )
  }
  test('a page goes after the page above it', () =>
    expect(Object.fromEntries(at('b', [['x', 2]]).orders)).toEqual({ L1: ['b', 'n1', 'c'] }))
  test('a page after a lesson goes first into it', () =>
    expect(Object.fromEntries(at('L1', [['x', 2]]).orders)).toEqual({ L1: ['n1', 'b', 'c'] }))
  test('without a lesson a page stands in the unit', () =>
    expect(Object.fromEntries(at('a', [['x', 2]]).orders)).toEqual({ U1: ['a', 'n1', 'L1', 'L2'] }))
  test('a lesson goes after the lesson the cursor was in', () =>
    expect(Object.fromEntries(at('c', [['x', 1]]).orders)).toEqual({ U1: ['a', 'L1', 'n1', 'L2'] }))
  test('a unit goes after its unit', () =>
    expect(Object.fromEntries(at('c', [['x', 0]]).orders)).toEqual({ null: ['U1', 'n1', 'U2'] }))
  test('a whole tree keeps its order', () => {
    const { entries } = at('d', [
      ['U', 0],
      ['L', 1],
      ['P', 2],
      ['Q', 2],
      ['M', 1],
    ])
    expect(entries.map(({ kind, parentId, title }) => [title, kind, parentId])).toEqual([
      ['U', 'unit', null],
      ['L', 'lesson', 'n1'],
      ['P', 'page', 'n2'],
      ['Q', 'page', 'n2'],
      ['M', 'lesson', 'n1'],
    ])
  })
  test('what has no unit above becomes one, and is told', () => {
    const { entries, notes } = plant([], null, [{ title: 'x', depth: 2 }], () => 'n')
    expect(entries).toMatchObject([{ kind: 'unit', parentId: null }])
    expect(notes).toEqual(['1 line had no unit above and became a unit.'])
  })
  test('one outline makes a whole lesson of every kind, with its aims', () => {
    const { lines } = parseOutline(`Unit four
  Mending a gap
    Aim: strip a gap without losing stone
    Page: What fell
    Discussion: Gaps you have seen
    Book: A short handbook
      Part: First
        Strip out
        Sort
      Rebuild
    Assignment: Your own metre
    Exercise: How many tonnes?
    Weather diary https://walls.example/weather`)
    count = 0
    const { entries, notes } = plant([], null, lines, () => `n${++count}`)
    expect(notes).toEqual([])
    expect(
      entries.map(
        ({ kind, title, parentId }) => `${kind} ${title} in ${entries.find(({ id }) => id === parentId)?.title ?? '-'}`,
      ),
    ).toEqual([
      'unit Unit four in -',
      'lesson Mending a gap in Unit four',
      'page What fell in Mending a gap',
      'discussion Gaps you have seen in Mending a gap',
      'book A short handbook in Mending a gap',
      'bookPart First in A short handbook',
      'chapter Strip out in First',
      'chapter Sort in First',
      'chapter Rebuild in A short handbook',
      'assignment Your own metre in Mending a gap',
      'exercise How many tonnes? in Mending a gap',
      'link Weather diary in Mending a gap',
    ])
    expect(entries[1]!.aims).toEqual(['strip a gap without losing stone'])
    expect(entries.at(-1)!.address).toBe('https://walls.example/weather')
  })
  test('a kind that finds no place becomes what can stand there, and an aim without a lesson is told', () => {
    expect(plant(plan, 'b', [{ title: 'x', depth: 2, kind: 'chapter' }], () => 'n').entries).toMatchObject([
      { kind: 'page', parentId: 'L1' },
    ])
    expect(plant(plan, 'b', [{ title: 'x', depth: 0, kind: 'discussion' }], () => 'n').entries).toMatchObject([
      { kind: 'discussion', parentId: 'U1' },
    ])
    expect(plant([], null, [{ title: 'x', depth: 1, kind: 'aim' }], () => 'n').notes).toEqual([
      '1 aim had no lesson or unit above and was left out.',
    ])
  })
})
