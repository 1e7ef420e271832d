import { fireEvent, screen } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import type { NamedLine } from '../../core/plan/foresee.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { draw } from '../../test/shared/drawn.tsx'
import { Composer, type ComposerPlace } from './composer.tsx'

const row = (id: string, parentId: string | null, kind: string): PlanRow =>
  ({ id, parentId, kind, title: id }) as PlanRow
const plan = [row('unit', null, 'unit'), row('lesson', 'unit', 'lesson'), row('page', 'lesson', 'page')]

/** A composer after the page; what it adds, each line with its depth and kind, and whether it was left. */
function composing(trouble: 'away' | null = null) {
  const added: string[] = []
  let isLeft = false
  let notes: readonly string[] = []
  function Composing() {
    const [place, setPlace] = useState<ComposerPlace>({ afterId: 'page', depth: 2 })
    const [rows, setRows] = useState(plan)
    const add = (_after: string | null, lines: readonly NamedLine[], said: readonly string[]): void => {
      added.push(...lines.map(({ title, depth, kind }) => `${depth} ${kind ?? ''} ${title}`.replace('  ', ' ')))
      notes = said
      setRows([...rows, ...lines.map(({ id }) => row(id, 'lesson', 'page'))])
    }
    return (
      <ul>
        <Composer plan={rows} {...{ place, trouble }} onAdd={add} onPlace={setPlace} onClose={() => (isLeft = true)} />
      </ul>
    )
  }
  draw(<Composing />)
  const field = (): HTMLElement => screen.getByRole('textbox')
  return {
    added,
    notes: () => notes,
    isLeft: () => isLeft,
    field,
    type: (words: string) => fireEvent.change(field(), { target: { value: words } }),
    press: (key: string, shiftKey = false) => fireEvent.keyDown(field(), { key, shiftKey }),
  }
}

test('Enter adds a line of what the place usually holds, and begins the next; an empty one adds none', () => {
  const { type, press, added, field } = composing()
  expect(document.activeElement).toBe(field())
  type('Frost and lime')
  press('Enter')
  press('Enter')
  expect(added).toEqual(['2 page Frost and lime'])
  expect((field() as HTMLInputElement).value).toBe('')
})

test('a line says what it is; Tab and Shift+Tab change its level, Backspace in an empty one too', () => {
  const { type, press, added } = composing()
  type('Discussion: Which lime?')
  press('Enter')
  press('Tab', true)
  type('Setting stones')
  press('Enter')
  press('Backspace')
  type('Unit two')
  press('Enter')
  expect(added).toEqual(['2 discussion Which lime?', '1 lesson Setting stones', '0 unit Unit two'])
})

test('an outline that is pasted becomes lines at once; a single line is pasted as words', () => {
  const { field, added } = composing()
  const paste = (text: string): boolean =>
    fireEvent.paste(field(), { clipboardData: { getData: () => text } as unknown as DataTransfer })
  expect(paste('one line'), 'left to the browser').toBe(true)
  expect(paste('Tools\n  Hammers\nWalls'), 'taken').toBe(false)
  expect(added.map((line) => line.split(' ').at(-1))).toEqual(['Tools', 'Hammers', 'Walls'])
})

test('Esc leaves it; what stands in the way of sending is said at its field', () => {
  const { press, isLeft } = composing('away')
  expect(screen.getByRole('alert').textContent).toContain('The lines are kept here and sent by themselves')
  press('Escape')
  expect(isLeft()).toBe(true)
})
