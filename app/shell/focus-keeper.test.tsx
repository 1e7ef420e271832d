import { act, screen } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
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

async function press(name: string): Promise<string> {
  const button = screen.getByRole('button', { name })
  button.focus()
  await act(async () => {
    button.click()
    await new Promise((done) => setTimeout(done, 120))
  })
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
