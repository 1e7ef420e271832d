import { expect, test } from 'vitest'
import { type Embed, embedOutcome, placeable } from './use-embed.ts'

const player = { type: 'player', title: '', width: 560, height: 315, host: 'Millrace', blocked: null } as Embed
const card = {
  type: 'card',
  title: 'A wall',
  address: 'https://walls.example/',
  reason: 'It may not stand in pages.',
} as Embed
const problem = { type: 'problem', reason: 'Nobody answers there.' } as Embed

test('only what was looked at and is no problem can be placed', () => {
  expect([null, 'asking' as const, problem].map(placeable)).toEqual([null, null, null])
  expect([player, card].map(placeable)).toEqual([player, card])
})

test('what it is stands in words', () => {
  expect(embedOutcome(null)).toBe(embedOutcome('asking'))
  expect(embedOutcome(player)).toMatch(/^A player without a title, 560 × 315\. /)
  expect(embedOutcome(card)).toBe('A wall: a link card. It may not stand in pages.')
  expect(embedOutcome(problem)).toBe('Nobody answers there.')
})
