import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { draw, runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { ExportDialog } from './export-dialog.tsx'
import { ImportDialog } from './import-dialog.tsx'
import type { ShownTransfer, TransferRequest } from './transfer-requests.ts'
import { useTransfers } from './use-transfers.ts'

const row = (kind: string, edition: number | null): PlanRow =>
  ({ id: 'walls', title: 'Walls', kind, edition }) as PlanRow

/** The dialog that makes a file, and what was asked for with it. */
function exporting(entry: PlanRow, reason?: string) {
  const asked: TransferRequest[] = []
  let isOpen = true
  const transfers = {
    all: [],
    problem: '',
    refresh: () => undefined,
    ask: async (request: TransferRequest) => (asked.push(request), reason ? { ok: false, reason } : { ok: true }),
  }
  draw(<ExportDialog entry={entry} transfers={transfers} onClose={() => (isOpen = false)} onBegun={() => undefined} />)
  return { asked, isOpen: () => isOpen, make: () => fireEvent.click(screen.getByRole('button', { name: 'Export' })) }
}

test('a book that is published is offered as an e-book of what students read', async () => {
  const { asked, isOpen, make } = exporting(row('book', 3))
  make()
  await waitFor(() => expect(isOpen()).toBe(false))
  expect(asked).toEqual([{ intent: 'out', entryId: 'walls', format: 'epub', variant: 'published' }])
  expect(document.body.textContent).toContain('Edition 3, with the chapters that are published.')
})

test('what is not published is to be had as it is being written alone; a refusal is said in the dialog', async () => {
  const { asked, isOpen, make } = exporting(row('page', null), 'Too many files are being made. Try again in a minute.')
  const published = screen.getByRole<HTMLInputElement>('radio', { name: /What students read now/ })
  expect([published.disabled, published.checked]).toEqual([true, false])
  make()
  expect((await screen.findByRole('alert')).textContent).toContain('Too many files are being made.')
  expect([asked[0], isOpen()]).toEqual([{ intent: 'out', entryId: 'walls', format: 'web', variant: 'written' }, true])
})

test('a document has to be chosen before it can be brought in, and it is said where it goes', async () => {
  draw(
    <ImportDialog
      courseId="course"
      after={{ id: 'frost', title: 'Frost' }}
      onClose={() => undefined}
      onBegun={() => undefined}
    />,
  )
  expect(document.body.textContent).toContain('It goes after “Frost”.')
  fireEvent.click(screen.getByRole('button', { name: 'Import it' }))
  expect((await screen.findByRole('alert')).textContent).toContain('Choose a document first.')
})

beforeEach(() => void vi.useFakeTimers({ shouldAdvanceTime: true }))
afterEach(() => void vi.useRealTimers())

test('how far things are is asked while something is on its way; what arrives is told once', async () => {
  const transfer = (state: string): ShownTransfer =>
    ({
      ...{ id: 't', direction: 'in', format: 'word', variant: 'book', name: 'Walls.docx', state, step: '', done: 0 },
      ...{ total: 0, report: null, problem: null, madeId: state === 'done' ? 'walls' : null, entryId: null },
      ...{ person: 'Tobias Fenn', isOwn: true, size: null, at: '2026-01-01T00:00:00Z' },
    }) as unknown as ShownTransfer
  const states = ['waiting', 'running', 'done']
  const heard = serverSaying(() => [transfer(states.length > 1 ? states.shift()! : states[0]!)])
  const arrived: (string | null)[] = []
  const { result } = runHook(() => useTransfers('course', ({ madeId }) => arrived.push(madeId)))
  for (let second = 0; second < 4; second++) await act(async () => void (await vi.advanceTimersByTimeAsync(1000)))
  expect(result.current.problem).toBe('')
  expect(result.current.all?.[0]?.state).toBe('done')
  expect(arrived).toEqual(['walls'])
  const count = heard.length
  await act(async () => void (await vi.advanceTimersByTimeAsync(5000)))
  expect(heard.length, 'nothing is on its way any more').toBe(count)
})
