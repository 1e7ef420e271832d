import { fireEvent, screen, waitFor } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { draw, serverSaying } from '../../test/shared/drawn.tsx'
import { editorOn, sourceOf } from '../../test/shared/editor-on.ts'
import { SetAsideDesk } from './set-aside-desk.tsx'
import { useSetAside } from './use-set-aside.ts'

const entry = {
  id: 'a',
  reason: 'mine',
  words: 'Frost lifts the stones.',
  person: 'Tobias Fenn',
  at: '2026-01-01T00:00:00Z',
  content: { content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Frost lifts the stones.' }] }] },
} as unknown as SetAsideEntry

/** The desk over a page, with a server that remembers what is settled. */
function deskOver(html: string) {
  let isThere = true
  let isSettled = false
  const heard = serverSaying(({ body }) => {
    if (!isThere) return null
    isSettled = (body as { intent: string }).intent === 'settle'
    return { ok: true }
  })
  const editor = editorOn(html)
  function Desk() {
    const [setAside, setSetAside] = useState<readonly SetAsideEntry[]>([entry])
    const held = useSetAside('page', () => setSetAside(isSettled ? [] : [entry]))
    return <SetAsideDesk {...{ editor, setAside, held }} timeZone="UTC" />
  }
  draw(<Desk />)
  const press = (name: string): boolean => fireEvent.click(screen.getByRole('button', { name }))
  return { editor, heard, press, goAway: () => (isThere = false) }
}

test('with the cursor in the title, where a page begins, what is put back begins the body', async () => {
  const { editor, heard, press } = deskOver('<h1>Wa‸lls</h1><p>Stones.</p>')
  press('Put back at the cursor')
  expect(sourceOf(editor)).toBe('<h1>Walls</h1>\n<p>Frost lifts the stones.</p>\n<p>Stones.</p>')
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Let go' })).toBeNull())
  expect(heard.map(({ body }) => body)).toEqual([{ intent: 'settle', id: 'a' }])
})

test('what was let go can be brought back', async () => {
  const { press, heard } = deskOver('<h1>Walls</h1><p>‸</p>')
  press('Let go')
  await screen.findByText(/was let go/)
  press('Bring back')
  await screen.findByRole('button', { name: 'Let go' })
  expect(heard.map(({ body }) => (body as { intent: string }).intent)).toEqual(['settle', 'bring back'])
  expect(screen.queryByText(/was let go/)).toBeNull()
})

test('without a server it is said, and it stays', async () => {
  const { press, goAway } = deskOver('<h1>Walls</h1><p>‸</p>')
  goAway()
  press('Let go')
  expect((await screen.findByRole('alert')).textContent).toContain('The server does not answer.')
  expect(screen.getByRole('button', { name: 'Let go' })).toBeTruthy()
})
