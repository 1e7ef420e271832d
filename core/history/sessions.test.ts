import { expect, test } from 'vitest'
import { PAUSE, sessions, type WrittenBatch } from './sessions.ts'

const batch = (base: number, at: number, personId: string | null = 'a', schemaVersion = 1): WrittenBatch => ({
  base,
  version: base + 1,
  at,
  personId,
  schemaVersion,
})
const shape = (batches: WrittenBatch[], boundaries: number[] = []): number[][] =>
  sessions(batches, new Set(boundaries)).map((group) => group.map(({ base }) => base))

test.each<[string, WrittenBatch[], number[], number[][]]>([
  ['one person without a pause', [batch(0, 0), batch(1, 10), batch(2, PAUSE)], [], [[0, 1, 2]]],
  ['a long pause', [batch(0, 0), batch(1, PAUSE + 1)], [], [[0], [1]]],
  ['another person between', [batch(0, 0), batch(1, 1, 'b'), batch(2, 2)], [], [[0], [1], [2]]],
  ['the system between', [batch(0, 0), batch(1, 1, null)], [], [[0], [1]]],
  ['a snapshot between', [batch(0, 0), batch(1, 1), batch(2, 2)], [2], [[0, 1], [2]]],
  ['another content model', [batch(0, 0), batch(1, 1, 'a', 2)], [], [[0], [1]]],
  ['a gap', [batch(0, 0), batch(5, 1)], [], [[0], [5]]],
  ['nothing', [], [], []],
])('%s', (_name, batches, boundaries, expected) => expect(shape(batches, boundaries)).toEqual(expected))
