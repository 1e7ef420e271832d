import { fireEvent, screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { draw } from '../../test/shared/drawn.tsx'
import { editorOn, sourceOf } from '../../test/shared/editor-on.ts'
import { LinkField } from './link-field.tsx'

/** The dialog over a page; what is typed into a field of it, and a button of it pressed. */
function linking(html: string) {
  const editor = editorOn(html)
  let isOpen = true
  draw(<LinkField editor={editor} onClose={() => (isOpen = false)} />)
  return {
    source: () => sourceOf(editor),
    isOpen: () => isOpen,
    type: (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } }),
    press: (name: string) => fireEvent.click(screen.getByRole('button', { name })),
  }
}

test('marked words become a link; an address without a scheme gets one', () => {
  const { type, press, source, isOpen } = linking('<h1>Walls</h1><p>See ‸the leaflet‸ first.</p>')
  expect(screen.queryByLabelText('Words to show'), 'the marked words are shown').toBeNull()
  type('Address', 'walls.example/leaflet')
  press('Link')
  expect(source()).toContain('<a href="https://walls.example/leaflet">the leaflet</a>')
  expect(isOpen()).toBe(false)
})

test('with nothing marked its words are asked for; a mail address is one', () => {
  const { type, press, source } = linking('<h1>Walls</h1><p>Write to ‸</p>')
  type('Address', 'office@walls.example')
  type('Words to show', 'the office')
  press('Link')
  expect(source()).toContain('<a href="mailto:office@walls.example">the office</a>')
})

test.each([
  ['', 'Type or paste an address.'],
  ['javascript:alert(1)', 'That is not an address a page may link to.'],
])('the address “%s” is refused with a sentence, and nothing changes', async (address, words) => {
  const { type, press, source, isOpen } = linking('<h1>Walls</h1><p>‸word‸</p>')
  type('Address', address)
  press('Link')
  expect((await screen.findAllByText(new RegExp(words)))[0]).toBeTruthy()
  expect(source()).not.toContain('<a ')
  expect(isOpen()).toBe(true)
})

test('a link that is there is changed, or taken off with its words kept', () => {
  const html = '<h1>Walls</h1><p><a href="https://walls.example">the lea‸flet</a></p>'
  const first = linking(html)
  expect(screen.getByLabelText<HTMLInputElement>('Address').value).toBe('https://walls.example')
  first.press('Remove the link')
  expect(first.source()).toContain('<p>the leaflet</p>')
})
