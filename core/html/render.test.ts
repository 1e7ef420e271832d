import { expect, test } from 'vitest'
import { readPage } from './read.ts'
import { fillSlots, renderPage, slug } from './render.ts'

test('each heading can be linked to, by its own id or by its words', () => {
  const { title, headings, segments } = renderPage(readPage('<h1>Walls</h1><h2 id="own">A</h2><h2>Where the water goes</h2><div style="background:#fff"><h3>Where the water goes</h3></div><h2></h2><h4>石</h4>').page)
  expect(title).toBe('Walls')
  expect(headings).toEqual([
    { level: 2, id: 'own', text: 'A' },
    { level: 2, id: 'where-the-water-goes', text: 'Where the water goes' },
    { level: 3, id: 'where-the-water-goes-2', text: 'Where the water goes' },
    { level: 4, id: '石', text: '石' },
  ])
  const html = fillSlots(segments)
  expect(html).toContain('<h3 id="where-the-water-goes-2">')
  expect(html).toContain('<h2 id="part"></h2>')
  expect(html).not.toContain('<h1')
})

test('no two ids of a page are the same, also when words make an id that somebody has', () => {
  const html = fillSlots(renderPage(readPage('<h2>Water</h2><h2 id="water">x</h2><h2>Water</h2>').page).segments)
  const ids = [...html.matchAll(/id="([^"]+)"/g)].map(([, id]) => id)
  expect(new Set(ids).size).toBe(ids.length)
})

test.each([
  ['Where the water goes?', 'where-the-water-goes'],
  ['  --  ', 'part'],
  ['Über uns & mehr', 'über-uns-mehr'],
  ['x'.repeat(200), 'x'.repeat(60)],
])('the place of %j is %j', (words, name) => expect(slug(words)).toBe(name))

test('slots are filled, and a slot without a filling is an error', () => {
  expect(fillSlots(['a', { slot: 'x' }, 'b'], { x: '<i>' })).toBe('a<i>b')
  expect(() => fillSlots([{ slot: 'x' }])).toThrow('Nothing fills the slot “x”.')
})

test('a box carries a text colour that can be read on its ground', () => {
  expect(fillSlots(renderPage(readPage('<div style="background:#23302f"><p>x</p></div>').page).segments)).toContain('style="background-color: #23302f; color: #fffdf8"')
})
