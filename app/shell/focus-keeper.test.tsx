import { act, screen } from '@testing-library/react'
import { useState } from 'react'
import { expect, test, vi } from 'vitest'
import { draw } from '../../test/shared/drawn.tsx'
import { useFocusKeeper } from './focus-keeper.ts'

/** A list from which what is pressed goes away, alone or with all that is around it. */
function List() {
  useFocusKeeper()
  const [names, setNames] = useState(['frost', 'lime', 'stone'])
  const [isWhole, setWhole] = useState(true)
  return (
    <main>
      <a href="#x">before</a>
      {isWhole && (
        <section>
          <div>
            {names.map((name) => (
              <button key={name} onClick={() => setNames(names.filter((each) => each !== name))}>
                {name}
              </button>
            ))}
            <button onClick={() => setWhole(false)}>all</button>
          </div>
        </section>
      )}
      <a href="#y">after</a>
    </main>
  )
}

/** Presses what has the focus away, and waits until something has the focus again, however long that takes. */
async function press(name: string): Promise<string> {
  const button = screen.getByRole('button', { name })
  button.focus()
  act(() => button.click())
  expect(button.isConnected).toBe(false)
  await vi.waitFor(() => expect(document.activeElement).not.toBe(document.body), { timeout: 20_000 })
  return document.activeElement?.textContent ?? ''
}

test('what stands in the place of what went has the focus, its neighbour at the end', async () => {
  draw(<List />)
  expect(await press('lime')).toBe('stone')
  expect(await press('stone')).toBe('all')
})

test('where all around it went too, the focus goes to what stands there now', async () => {
  draw(<List />)
  expect(await press('all')).toBe('after')
})
