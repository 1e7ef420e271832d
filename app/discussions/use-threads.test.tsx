import { act } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import type { SeenPost, Thread } from '../../server/discussions/discussion.server.ts'
import { sayIn } from '../../core/words/say.ts'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { useThreads } from './use-threads.ts'

vi.mock('./follow-posts.ts', () => ({ followPosts: () => () => {} }))

const threadOf = (id: string): Thread => ({
  post: { id, rootId: id, parentId: null, at: `2020-01-01T00:00:0${id}Z`, replies: 0 } as unknown as SeenPost,
  replies: [],
})

/** Threads of which each answer comes when it is let. */
function threadsAnswered() {
  const answers: ((ids: readonly string[]) => Promise<void>)[] = []
  serverSaying(
    () =>
      new Promise((done) =>
        answers.push((ids) => act(async () => done({ threads: ids.map(threadOf), hasMore: false }))),
      ),
  )
  const { result } = runHook(() => useThreads('d', '/posts', { threads: [threadOf('1')], hasMore: false }, sayIn('en')))
  return { answers, threads: () => result.current, shown: () => result.current.threads.map(({ post }) => post.id) }
}

test('an older answer that comes last takes nothing away', async () => {
  const { answers, threads, shown } = threadsAnswered()
  act(() => void threads().refresh())
  act(() => void threads().refresh())
  await answers[1]!(['2', '1'])
  expect(shown()).toEqual(['2', '1'])
  await answers[0]!(['1'])
  expect(shown()).toEqual(['2', '1'])
})

test('a post just sent stays, when an answer from before it comes afterwards', async () => {
  const { answers, threads, shown } = threadsAnswered()
  act(() => void threads().refresh())
  act(() => threads().put(threadOf('2').post))
  await answers[0]!(['1'])
  expect(shown()).toEqual(['2', '1'])
  await answers[1]!(['3', '2', '1'])
  expect(shown()).toEqual(['3', '2', '1'])
})
