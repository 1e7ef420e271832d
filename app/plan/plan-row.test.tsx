import { DndContext } from '@dnd-kit/core'
import { fireEvent, screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { readSettings } from '../../core/plan/settings.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { draw } from '../../test/shared/drawn.tsx'
import { PlanRowView } from './plan-row.tsx'

const entry = (kind: PlanRow['kind'], more: Partial<PlanRow> = {}): PlanRow => ({
  ...{ id: 'row', parentId: null, kind, title: 'Frost', documentId: 'row', state: 'published', edition: 1 },
  ...{ words: 400, findings: 0, lastPerson: null, lastAt: null, opensAt: null, settings: readSettings({}) },
  ...more,
})

/** A row of the plan with its menu open; what was done from it. */
function rowOf(row: PlanRow, more: Partial<Parameters<typeof PlanRowView>[0]> = {}) {
  const done: string[] = []
  const note = (name: string) => (value?: unknown) =>
    void done.push(typeof value === 'string' || value === null ? `${name} ${value}` : name)
  draw(
    <DndContext>
      <ul role="tree">
        <PlanRowView
          row={{ ...row, depth: 0 }}
          plan={[row]}
          shown={{ type: 'now' }}
          timeZone="UTC"
          index={0}
          measure={undefined}
          isTabStop
          isRenaming={false}
          drop={null}
          onFocus={note('focus')}
          onKey={note('key')}
          onOpen={note('open')}
          onRename={note('rename')}
          onRenamed={note('renamed')}
          onDelete={note('delete')}
          onAdd={note('add')}
          onStep={note('step')}
          onSettings={note('settings')}
          onTurn={note('turn')}
          onPublish={note('publish')}
          onTemplate={note('template')}
          onExport={note('export')}
          {...more}
        />
      </ul>
    </DndContext>,
  )
  return { done }
}

async function menu(): Promise<string[]> {
  fireEvent.click(screen.getByRole('button', { name: /^What can be done with/ }))
  return (await screen.findAllByRole('menuitem')).map(({ textContent }) => textContent)
}

test.each<[PlanRow['kind'], string[], string[]]>([
  ['page', ['Open (Enter)', 'Turn into…', 'Save as a template…'], ['Publish this page…']],
  ['book', ['Add a chapter in it', 'Turn into…', 'Publish this book…'], ['Open its introduction']],
  ['link', ['Rename (F2)', 'Delete (Del)'], ['Turn into…', 'Save as a template…', 'Publish this link…']],
])('the menu of a %s offers what can be done with it, and nothing else', async (kind, offered, not) => {
  rowOf(entry(kind))
  const names = await menu()
  expect(names).toEqual(expect.arrayContaining(offered))
  for (const name of not) expect(names).not.toContain(name)
})

test('what is chosen in the menu is done to the row', async () => {
  const { done } = rowOf(entry('page'))
  await menu()
  for (const name of ['Move up (Alt+↑)', 'Dates and settings (Alt+Enter)']) fireEvent.click(screen.getByText(name))
  expect(done).toEqual(['step up', 'settings'])
})

test('a row tells whoever listens its kind, title, state, and what keeps students from it', () => {
  rowOf(entry('discussion', { findings: 2 }), { shown: { type: 'closed', closesAt: '2026-01-02T10:00:00Z' } })
  const name = screen.getByRole('treeitem').getAttribute('aria-label')!
  expect(name).toMatch(/^Discussion: Frost, (.*, )?Published, (\d+ min, )?closed.*, 2 findings of the proof$/)
  expect(screen.getByTitle('2 findings of the proof').textContent).toBe('2')
})

test('a title is renamed in its place: Enter keeps it once, Esc gives it up', () => {
  const { done } = rowOf(entry('page'), { isRenaming: true })
  const field = screen.getByRole('textbox')
  fireEvent.change(field, { target: { value: 'Frost and lime' } })
  fireEvent.keyDown(field, { key: 'Enter' })
  fireEvent.blur(field)
  expect(done.filter((each) => each.startsWith('renamed'))).toEqual(['renamed Frost and lime'])
})
