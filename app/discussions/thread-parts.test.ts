import { expect, test } from 'vitest'
import type { SeenPost, Thread } from '../../server/discussions/discussion.server.ts'
import { newestFirst, placed, refreshed, withReplies } from './thread-parts.ts'

const post = (id: string, at: number, rootId = id): SeenPost =>
  ({
    id,
    at: `2026-09-01T10:00:${String(at).padStart(2, '0')}Z`,
    rootId,
    parentId: rootId === id ? null : rootId,
    replies: 0,
  }) as SeenPost
const thread = (id: string, at: number, ...replies: SeenPost[]): Thread => ({ post: post(id, at), replies })
const ids = (threads: readonly Thread[]): string[] =>
  threads.map((each) => [each.post.id, ...each.replies.map((reply) => reply.id)].join(' '))

test('looked at again, new threads stand first, older ones stay, opened ones keep the answers that were shown', () => {
  const shown = [thread('b', 20, post('b1', 21, 'b'), post('b2', 22, 'b')), thread('a', 10)]
  const { threads, hasOlder } = refreshed(
    shown,
    [thread('c', 30), thread('b', 20, post('b3', 23, 'b'))],
    [thread('b', 20, post('b2', 22, 'b'), post('b3', 23, 'b')), null],
  )
  expect(ids(threads)).toEqual(['c', 'b b1 b2 b3', 'a'])
  expect(hasOlder).toBe(true)
})

test('a thread that is gone from the newest part is gone; with nothing left there nothing stays but what is older', () => {
  expect(ids(refreshed([thread('b', 20), thread('a', 10)], [thread('a', 10)], []).threads)).toEqual(['a'])
  expect(refreshed([thread('a', 10)], [thread('b', 20), thread('a', 10)], []).hasOlder).toBe(false)
})

test('a post goes where it belongs: a new thread first, an answer last, a changed one into its place', () => {
  const list = [thread('a', 10, post('a1', 11, 'a'))]
  expect(ids(placed(list, post('b', 20)))).toEqual(['b', 'a a1'])
  expect(ids(placed(list, post('a2', 12, 'a')))).toEqual(['a a1 a2'])
  expect(placed(list, post('a2', 12, 'a'))[0]?.post.replies).toBe(1)
  expect(ids(placed(list, { ...post('a1', 11, 'a'), html: 'changed' }))).toEqual(['a a1'])
  expect(placed(list, { ...post('a1', 11, 'a'), html: 'changed' })[0]?.replies[0]?.html).toBe('changed')
})

test('earlier answers stand before those that are shown, each once; threads stand newest first', () => {
  const shown = thread('a', 10, post('a2', 12, 'a'))
  expect(ids([withReplies(shown, [post('a1', 11, 'a'), post('a2', 12, 'a')])])).toEqual(['a a1 a2'])
  expect(ids(newestFirst([thread('a', 10), thread('b', 20)]))).toEqual(['b', 'a'])
})
