import { afterEach, expect, test, vi } from 'vitest'
import { sayIn } from '../../core/words/say.ts'
import { askWork } from './ask-work.ts'

afterEach(() => vi.unstubAllGlobals())

const asked = (answer: () => Promise<Response>) => {
  vi.stubGlobal('fetch', vi.fn(answer))
  return askWork(sayIn('en'), 'course', 'essay', { intent: 'preview', content: { type: 'passage' } })
}

test('what was written goes to its assignment, and its answer comes back', async () => {
  expect(await asked(() => Promise.resolve(Response.json({ ok: true, html: '<p>x</p>' })))).toEqual({
    ok: true,
    html: '<p>x</p>',
  })
  const [address, { method, body }] = vi.mocked(fetch).mock.calls[0] as [string, { method: string; body: string }]
  expect([address, method, JSON.parse(body)]).toEqual([
    '/assignments/course/essay/work',
    'POST',
    { intent: 'preview', content: { type: 'passage' } },
  ])
})

test('a server that is away is asked again, a session that has ended is not; both say that nothing is lost', async () => {
  const away = await asked(() => Promise.reject(new TypeError('network')))
  const ended = await asked(() => Promise.resolve(new Response(null, { status: 401 })))
  expect([away.ok, away.isAway, ended.ok, ended.isAway]).toEqual([false, true, false, undefined])
  expect([away.reason, ended.reason].every((words) => words?.includes('still here'))).toBe(true)
})
