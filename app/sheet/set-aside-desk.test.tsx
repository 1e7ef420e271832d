import { fireEvent, screen, waitFor } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { draw, serverSaying } from '../../test/shared/drawn.tsx'
import { editorOn, sourceOf } from '../../test/shared/editor-on.ts'
import { SetAsideDesk } from './set-aside-desk.tsx'
import { useSetAside } from './use-set-aside.ts'

const passage = (id: string, words: string): SetAsideEntry =>
  ({
    ...{ id, words, reason: 'mine', person: 'Tobias Fenn', at: '2026-01-01T00:00:00Z' },
    content: { content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }] },
  }) as unknown as SetAsideEntry

/** The desk over a page, with a server that remembers what is settled. */
function deskOver(html: string, ...entries: SetAsideEntry[]) {
  let isThere = true
  const settled = new Set<string>()
  const heard = serverSaying(({ body }) => {
    if (!isThere) return null
    const { intent, ids } = body as { intent: string; ids: string[] }
    for (const id of ids)
      if (intent === 'settle') settled.add(id)
      else settled.delete(id)
    return { ok: true }
  })
  const editor = editorOn(html)
  function Desk() {
    const [setAside, setSetAside] = useState<readonly SetAsideEntry[]>(entries)
    const held = useSetAside('page', () => setSetAside(entries.filter(({ id }) => !settled.has(id))))
    return <SetAsideDesk {...{ editor, setAside, held }} timeZone="UTC" />
  }
  draw(<Desk />)
  const press = (name: string): boolean => fireEvent.click(screen.getAllByRole('button', { name })[0]!)
  const left = (): number => screen.queryAllByRole('button', { name: 'Discard' }).length
  return { editor, heard, press, left, goAway: () => (isThere = false) }
}
const frost = passage('a', 'Frost lifts the stones.')
const lime = passage('b', 'Lime keeps the water out.')

test('with the cursor in the title, where a page begins, what is put back begins the body', async () => {
  const { editor, heard, press, left } = deskOver('<h1>Wa‸lls</h1><p>Stones.</p>', frost)
  press('Put back at the cursor')
  expect(sourceOf(editor)).toBe('<h1>Walls</h1>\n<p>Frost lifts the stones.</p>\n<p>Stones.</p>')
  await waitFor(() => expect(left()).toBe(0))
  expect(heard.map(({ body }) => body)).toEqual([{ intent: 'settle', ids: ['a'] }])
})

test('what was let go can be brought back, also after another was put back', async () => {
  const { press, heard, left } = deskOver('<h1>Walls</h1><p>‸</p>', frost, lime)
  press('Discard')
  await screen.findByText(/“Frost lifts the stones.” was discarded/)
  press('Put back at the cursor')
  await waitFor(() => expect(left()).toBe(0))
  press('Restore')
  await waitFor(() => expect(left()).toBe(1))
  expect(heard.map(({ body }) => Object.values(body as object).join(' '))).toEqual([
    'settle a',
    'settle b',
    'bring back a',
  ])
  expect(screen.queryByText(/was discarded/)).toBeNull()
})

test('without a server it is said, and it stays', async () => {
  const { press, goAway, left } = deskOver('<h1>Walls</h1><p>‸</p>', frost)
  goAway()
  press('Discard')
  expect((await screen.findByRole('alert')).textContent).toContain('The server does not answer.')
  expect(left()).toBe(1)
})

const leftOut = (id: string, told: string, code: string): SetAsideEntry =>
  ({
    ...{ id, told, words: '', reason: 'left out', person: 'Tobias Fenn', at: '2026-01-01T00:00:00Z' },
    content: code === '' ? {} : { content: [{ type: 'htmlPiece', attrs: { code } }] },
  }) as unknown as SetAsideEntry
const border = leftOut('c', 'This block lost its border (border: 1px dashed red).', '<div style="border: 1px">x</div>')
const comment = leftOut('d', 'The comment “later” was left out.', '')

test('what was left out is kept as an HTML piece where the cursor stands, and every word stays', async () => {
  const { editor, press, heard } = deskOver('<h1>Walls</h1><p>Sto‸nes.</p><p>Lime.</p>', border, comment)
  expect(screen.getByText('Show the HTML').closest('details')!.textContent).toContain(
    '<div style="border: 1px">x</div>',
  )
  press('Keep it as an HTML piece')
  expect(editor.state.doc.textContent).toBe('WallsStones.Lime.')
  expect(sourceOf(editor)).toContain('srcdoc="&lt;div style=&quot;border: 1px&quot;&gt;x&lt;/div&gt;"')
  await waitFor(() => expect(heard.map(({ body }) => body)).toEqual([{ intent: 'settle', ids: ['c'] }]))
  // Of a comment there is nothing to keep.
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Keep it as an HTML piece' })).toBeNull())
  expect(screen.getByText('The comment “later” was left out.')).toBeTruthy()
})

test('all that was left out is taken so at once, and had back at once', async () => {
  const { press, heard } = deskOver('<h1>Walls</h1><p>‸</p>', border, comment, frost)
  press('Take all 2 so')
  await screen.findByText(/2 notes were taken so/)
  expect(screen.queryByText('What could not be kept')).toBeNull()
  press('Restore')
  await screen.findByText('What could not be kept')
  expect(heard.map(({ body }) => body)).toEqual([
    { intent: 'settle', ids: ['c', 'd'] },
    { intent: 'bring back', ids: ['c', 'd'] },
  ])
})
