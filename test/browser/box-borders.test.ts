import { readPage } from '../../core/html/read.ts'
import { writePage } from '../../core/html/write.ts'
import { expect, test } from './setup/fixture.ts'

/** Borders as people write them by hand. */
const BY_HAND = [
  'border: 1px solid red',
  'border: dashed',
  'border: 2px solid rgb(10, 20, 30); border-left: 5px double #0a0',
  'border: 1px solid; border-bottom: none',
  'border-top: thick dotted navy',
  'border-style: solid; border-width: 1px 2px 3px 4px',
  'border-style: solid dashed; border-width: 2px; border-color: red green blue',
  'border: 3px solid #123456; border-top-color: #654321; border-inline-end-width: 7px',
  'border-inline: 2px solid #444; border-block-start: 1px dashed #888',
  'border: 4px hidden red; border-right: 6px solid',
  'border-left: 0 solid red; border-bottom: 2pt solid',
]

test('the border of a box is drawn as the browser drew it where it was written by hand', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  // A policy forbids styles in markup that is set; what script sets on an element it allows.
  const drawn = (style: string): Promise<string[]> =>
    page.evaluate((css) => {
      const box = document.body.appendChild(document.createElement('div'))
      box.style.cssText = `color: #23302f; ${css}`
      const computed = getComputedStyle(box)
      const sides = ['top', 'right', 'bottom', 'left'].map((side) =>
        ['width', 'style', 'color'].map((part) => computed.getPropertyValue(`border-${side}-${part}`)).join(' '),
      )
      box.remove()
      // What has no width is not seen, whatever its colour.
      return sides.map((side) => (side.startsWith('0px') ? 'none' : side))
    }, style)
  for (const style of BY_HAND) {
    const ours = writePage(readPage(`<div style="${style}"><p>x</p></div>`).page, 'published')
    const written = /class="box"[^>]* style="([^"]*)"/.exec(ours)?.[1] ?? ''
    expect(written, style).not.toBe('')
    expect(await drawn(written), style).toEqual(await drawn(style))
  }
})
