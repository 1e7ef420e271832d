import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { pageFromJson } from '../../core/document/schema.ts'
import { proof } from '../../core/proof/proof.ts'
import { draw, serverSaying } from '../../test/shared/drawn.tsx'
import { editorOn, sourceOf } from '../../test/shared/editor-on.ts'
import { ProofDesk } from './proof-desk.tsx'
import { useFindings } from './use-findings.ts'

// The worker's own work, without a worker.
vi.mock('../checks/ask.ts', () => ({ askChecks: async ({ page }: { page: object }) => proof(pageFromJson(page)) }))

function Proof({ editor }: { editor: ReturnType<typeof editorOn> }) {
  const findings = useFindings(editor, 'page')
  return <ProofDesk editor={editor} findings={findings} />
}

const WALL = '<h1>Walls</h1><p>See <a href="https://walls.example">click here</a>.</p><h3>Frost</h3><p>It lifts.</p>'

test('findings stand by how much they matter, each with why, and follow the writing', async () => {
  serverSaying(() => [])
  const editor = editorOn(WALL)
  draw(<Proof editor={editor} />)
  const words = await screen.findByRole('button', { name: /click here/ })
  const before = document.querySelectorAll('.finding-message').length
  expect(before).toBeGreaterThan(0)
  expect(words.closest('li')!.querySelector('details')!.textContent).toContain('Why it matters')
  act(() => void editor.commands.setContent(editorOn('<h1>Walls</h1><p>Stones.</p>').getJSON()))
  await waitFor(() => expect(screen.getByRole('status').textContent).toContain('No findings'))
})

test('a repair changes the page', async () => {
  serverSaying(() => [])
  const editor = editorOn(WALL)
  draw(<Proof editor={editor} />)
  const heading = (await screen.findByRole('button', { name: /Frost/ })).closest('li')!
  const repair = heading.querySelector<HTMLButtonElement>('.finding-actions .desk-button')!
  fireEvent.click(repair)
  expect(sourceOf(editor)).toContain('<h2>Frost</h2>')
})

test('a finding is set aside with its reason, and taken back', async () => {
  let aside: object[] = []
  const heard = serverSaying(({ body }) => {
    const asked = body as { intent: string; fingerprint: string; reason: string } | undefined
    if (asked?.intent === 'dismiss')
      aside = [{ fingerprint: asked.fingerprint, reason: asked.reason, person: 'Tobias Fenn', at: '2026-01-01' }]
    if (asked?.intent === 'restore') aside = []
    return aside
  })
  draw(<Proof editor={editorOn(WALL)} />)
  const entry = (await screen.findByRole('button', { name: /click here/ })).closest('li')!
  fireEvent.click([...entry.querySelectorAll('button')].find(({ textContent }) => textContent === 'Set aside…')!)
  fireEvent.change(screen.getByLabelText('Why it may stay as it is'), { target: { value: 'A lesson about links' } })
  fireEvent.submit(screen.getByLabelText('Why it may stay as it is').closest('form')!)
  expect((await screen.findByRole('region', { name: 'Set aside' })).textContent).toContain('“A lesson about links”')
  fireEvent.click(screen.getByText('Show it again'))
  await waitFor(() => expect(screen.queryByRole('region', { name: 'Set aside' })).toBeNull())
  expect(heard.flatMap(({ body }) => (body ? [(body as { intent: string }).intent] : []))).toEqual([
    'dismiss',
    'restore',
  ])
})

test('what could not be set aside says so', async () => {
  serverSaying(({ body }) => (body ? null : []))
  draw(<Proof editor={editorOn(WALL)} />)
  const entry = (await screen.findByRole('button', { name: /click here/ })).closest('li')!
  fireEvent.click([...entry.querySelectorAll('button')].find(({ textContent }) => textContent === 'Set aside…')!)
  fireEvent.change(screen.getByLabelText('Why it may stay as it is'), { target: { value: 'On purpose' } })
  fireEvent.submit(screen.getByLabelText('Why it may stay as it is').closest('form')!)
  expect((await screen.findByRole('alert')).textContent).toContain('That did not get through.')
})
