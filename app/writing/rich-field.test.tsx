import { fireEvent, screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { plainPassage } from '../../core/document/empty-passage.ts'
import { draw } from '../../test/shared/drawn.tsx'
import { FileChooser } from './file-chooser.tsx'
import { RichField } from './rich-field.tsx'
import { ValueTool } from './value-tool.tsx'

test('what is typed before the editor has come goes over into it', async () => {
  // Fetched before, so that how long that takes is no part of the test.
  await import('./passage-editor.tsx')
  const written: object[] = []
  draw(
    <RichField
      label="Your post"
      placeholder="Write…"
      courseId="course"
      onChange={(passage) => written.push(passage)}
    />,
  )
  const plain = screen.getByPlaceholderText('Write…')
  fireEvent.change(plain, { target: { value: 'Frost lifts' } })
  expect(written).toEqual([plainPassage('Frost lifts')])
  fireEvent.focus(plain)
  const editor = await waitFor(() => {
    const found = document.querySelector<HTMLElement>('.ProseMirror')
    expect(found).toBeTruthy()
    return found!
  })
  expect(editor.textContent).toBe('Frost lifts')
  expect(editor.getAttribute('aria-label')).toBe('Your post')
  expect(document.querySelector('.rich-plain'), 'the plain field is gone').toBeNull()
})

test('a value is a variable or a formula, with or without decimals; nothing is none', async () => {
  const inserted: unknown[] = []
  draw(<ValueTool variables={['l', 'h']} onInsert={(...value) => inserted.push(value)} />)
  const open = async (): Promise<void> => {
    fireEvent.click(screen.getByRole('button', { name: /Value/ }))
    await screen.findByText('Insert the value')
  }
  await open()
  fireEvent.submit(document.querySelector('.value-form')!)
  expect(inserted).toEqual([])
  fireEvent.change(screen.getByLabelText(/A variable, or a formula/), { target: { value: ' l * h ' } })
  fireEvent.change(screen.getByLabelText(/Decimals/), { target: { value: '2' } })
  fireEvent.submit(document.querySelector('.value-form')!)
  await open()
  fireEvent.click(screen.getByRole('button', { name: 'h' }))
  expect(inserted[0]).toEqual(['l * h', 2])
  expect((inserted[1] as unknown[])[0]).toBe('h')
})

test('the same file can be chosen twice in a row', () => {
  const chosen: string[] = []
  draw(
    <FileChooser chooser={null} label="Pictures" onFiles={(files) => chosen.push(...files.map(({ name }) => name))} />,
  )
  const field = screen.getByLabelText<HTMLInputElement>('Pictures')
  const file = new File(['x'], 'wall.png')
  for (let time = 0; time < 2; time++) {
    fireEvent.change(field, { target: { files: [file] } })
    expect(field.value).toBe('')
  }
  expect(chosen).toEqual(['wall.png', 'wall.png'])
})
