import { readdirSync, readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { readSnippetFile } from '../../core/snippets/file.ts'
import type { OfferedSnippet } from '../../core/snippets/wire.ts'
import { matching } from '../insert/matching.ts'
import { cardId, OFFERS } from '../insert/offer-cards.tsx'
import { offersOf } from './snippet-offers.tsx'

const FOLDER = new URL('../../demo/snippets/', import.meta.url)
const snippets = readdirSync(FOLDER).map((file): OfferedSnippet => {
  const { name, description, purpose, blanks } = readSnippetFile(readFileSync(new URL(file, FOLDER), 'utf8'))
  const rest = { visibility: 'everyone', person: 'A', isOwn: false, version: 1, sketch: null } as const
  return { id: file, name, description, purpose, asks: blanks.length, ...rest }
})
const offers = [...OFFERS, ...offersOf(snippets, () => undefined)]

test('a snippet is found by its name, and no snippet comes before the piece that somebody has named', () => {
  for (const { name } of snippets) expect(matching(offers, name)[0]!.name, name).toBe(name)
  for (const { name } of OFFERS) expect(matching(offers, name)[0]!.id, name).toBeUndefined()
  expect(new Set(offers.map(cardId)).size).toBe(offers.length)
})

test('snippets stand in the order of their groups, and say what they ask', () => {
  const groups = offersOf(snippets, () => undefined).map(({ group }) => group)
  expect([...new Set(groups)]).toHaveLength(6)
  for (let at = 1; at < groups.length; at++)
    if (groups[at] !== groups[at - 1]) expect(groups.indexOf(groups[at]!)).toBe(at)
  const one = { ...snippets[0]!, asks: 1 }
  const efforts = offersOf([one, { ...one, asks: 0 }, { ...one, asks: 3 }], () => undefined).map(({ effort }) => effort)
  expect(efforts).toEqual(['asks 1 thing', 'ready', 'asks 3 things'])
})
