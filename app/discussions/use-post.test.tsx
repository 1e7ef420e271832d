import { act } from '@testing-library/react'
import { expect, test } from 'vitest'
import { plainPassage } from '../../core/document/empty-passage.ts'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { type PostPlace, usePost } from './use-post.ts'

const words = plainPassage('Lime, because of the frost.')
const posting = (place: Partial<PostPlace> = {}) => {
  const sent: unknown[] = []
  const hook = runHook(() =>
    usePost({ address: '/discuss/course/d/posts', parentId: null, ...place }, (post: SeenPost) => sent.push(post)),
  )
  return { ...hook, sent }
}

test('a post is kept in this browser until it is sent, and begins anew afterwards', async () => {
  const heard = serverSaying(() => ({ ok: true, post: { id: 'p' } }))
  const first = posting()
  act(() => first.result.current.write(words))
  first.unmount()
  const { result, sent } = posting()
  expect(result.current.begun, 'another time the field begins with it').toEqual(words)
  await act(async () => result.current.send())
  expect(heard[0]!.body).toMatchObject({ intent: 'write', parentId: null, content: words })
  expect([sent, result.current.draft]).toEqual([[{ id: 'p' }], undefined])
  expect(posting().result.current.begun).toBeUndefined()
})

test('what is not taken stays in its field, with the reason; sent again it is the same post', async () => {
  let isThere = false
  const heard = serverSaying(() => (isThere ? { ok: true, post: { id: 'p' } } : null))
  const { result } = posting()
  act(() => result.current.write(words))
  await act(async () => result.current.send())
  expect(result.current.problem).toContain('What you wrote is still here')
  expect(result.current.draft).toEqual(words)
  isThere = true
  await act(async () => result.current.send())
  const ids = heard.map(({ body }) => (body as { id: string }).id)
  expect(ids[0]).toBe(ids[1])
  expect(result.current.problem).toBe('')
})

test('one’s own post is changed in its place, and its draft is nobody else’s', async () => {
  const heard = serverSaying(() => ({ ok: true, post: { id: 'own' } }))
  const { result } = posting({ change: { id: 'own', content: words } })
  expect(result.current.begun).toEqual(words)
  act(() => result.current.write(plainPassage('Clay, rather.')))
  expect(localStorage.length, 'a change that is given up leaves nothing').toBe(0)
  await act(async () => result.current.send())
  expect(heard[0]!.body).toEqual({ intent: 'rewrite', id: 'own', content: plainPassage('Clay, rather.') })
})

test('a preview shows what others will see; what is written afterwards takes it away', async () => {
  serverSaying(() => ({ ok: true, html: '<p>Lime</p>' }))
  const { result } = posting()
  await act(async () => result.current.look())
  expect(result.current.problem).toBe('There is nothing written yet.')
  act(() => result.current.write(words))
  await act(async () => result.current.look())
  expect(result.current.preview).toBe('<p>Lime</p>')
  act(() => result.current.write(plainPassage('More')))
  expect(result.current.preview).toBeNull()
  await act(async () => {
    result.current.look()
    // Written on before the preview has come: it would show what is no longer there.
    result.current.write(plainPassage('More and more'))
  })
  expect(result.current.preview).toBeNull()
})
