import { expect, test } from 'vitest'
import { matching } from './matching.ts'
import { cardId, GROUPS, neighbour, OFFERS } from './offer-cards.tsx'

test('every piece stands in a group, under a name of its own', () => {
  const groups = GROUPS.map(([group]) => group)
  for (const { group, name } of OFFERS) expect(groups, name).toContain(group)
  for (const group of groups)
    expect(
      OFFERS.some((offer) => offer.group === group),
      group,
    ).toBe(true)
  expect(new Set(OFFERS.map(cardId)).size).toBe(OFFERS.length)
})

test('arrow keys go along and across the cards, and stay within them', () => {
  const at = (key: string, from: number): number => OFFERS.indexOf(neighbour(key, OFFERS, OFFERS[from], 3)!)
  expect([at('ArrowRight', 0), at('ArrowLeft', 1), at('ArrowDown', 0), at('ArrowUp', 4)]).toEqual([1, 0, 3, 1])
  expect([at('ArrowLeft', 0), at('ArrowUp', 1), at('ArrowDown', OFFERS.length - 1)]).toEqual([0, 0, OFFERS.length - 1])
  expect(neighbour('a', OFFERS, OFFERS[0], 3)).toBeUndefined()
})

test('a piece is found by its name first, then by what it is for', () => {
  const names = (typed: string): string[] => matching(OFFERS, typed).map(({ name }) => name)
  expect(names('')).toEqual(OFFERS.map(({ name }) => name))
  for (const { name } of OFFERS) expect(names(name.toUpperCase())[0], name).toBe(name)
  for (const [word, name] of Object.entries({
    warning: 'Call-out',
    definition: 'Call-out',
    button: 'Pop-up',
    procedure: 'Steps',
    history: 'Timeline',
    vocabulary: 'Glossary term',
    sticker: 'Badge',
    quiz: 'Practice question',
    sidebar: 'Aside',
    line: 'Rule',
  }))
    expect(names(word), word).toContain(name)
  expect(names('nothing has these words')).toEqual([])
})

test('a call-out is of the sort that was typed', () => {
  const { asTyped } = OFFERS.find(({ name }) => name === 'Call-out')!
  const typed = (words: string): string | undefined => asTyped?.(words)?.outcome
  expect([typed('warning'), typed('Example'), typed('hin')]).toEqual([
    'Begins as a caution.',
    'Begins as an example.',
    'Begins as a tip.',
  ])
  expect([typed('call-out'), typed(''), typed('te')]).toEqual([undefined, undefined, undefined])
})
