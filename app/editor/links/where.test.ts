import { expect, test } from 'vitest'
import { readPage } from '../../../core/html/read.ts'
import type { PlanRow } from '../../../server/plan/queries.server.ts'
import { readSettings } from '../../../core/plan/settings.ts'
import { whereItLeads } from './where.ts'

const row = (id: string, more: Partial<PlanRow> = {}): PlanRow => ({
  id,
  parentId: 'unit',
  kind: 'page',
  title: `About ${id}`,
  documentId: id,
  state: 'published',
  edition: 1,
  words: 0,
  findings: 0,
  lastPerson: null,
  lastAt: null,
  opensAt: null,
  settings: readSettings({}),
  ...more,
})
const PLAN = [
  row('unit', { parentId: null, kind: 'unit', documentId: null, edition: null, title: 'Building up' }),
  row('gates'),
  row('draft', { edition: null }),
  row('later', { opensAt: '2026-12-01T00:00:00Z' }),
]
const { page } = readPage(
  '<h1>A</h1><h2>Frost</h2><p>x<span id="bites" data-name="Where it bites"></span></p><h2 id="cold">Cold</h2><h3>Frost</h3><div data-piece="equation" id="sum">a</div><details id="more"><summary>More of it</summary><p>x</p></details>',
)
const leads = (href: string) => whereItLeads(href, page, PLAN, Date.parse('2026-11-28T00:00:00Z'))

test('a link to the course leads to an item, with what a student is told who can’t read it', () => {
  expect(leads('gates#hung')).toEqual({
    to: 'item',
    id: 'gates',
    documentId: 'gates',
    place: 'hung',
    title: 'About gates',
    where: 'Page in Building up',
    closed: '',
  })
  expect(leads('draft')).toMatchObject({ to: 'item', closed: expect.stringContaining('Not published yet') as unknown })
  expect(leads('later')).toMatchObject({ to: 'item', closed: expect.stringContaining('not open yet') as unknown })
  expect(leads('unit')).toMatchObject({ to: 'item', title: 'Building up', where: 'Unit', closed: '' })
  expect(leads('gone')).toEqual({ to: 'nothing', why: 'It leads to something that is no longer in this course.' })
})

test('a place of the page is found by its name, or by the words of its heading', () => {
  const titleAt = (href: string): string => {
    const found = leads(href)
    return found.to === 'place' ? `${found.title}: ${page.nodeAt(found.position)?.textContent}` : found.to
  }
  expect(['#frost', '#frost-2', '#cold', '#sum', '#more', '#bites', '#gone'].map(titleAt)).toEqual([
    'Frost: Frost',
    'Frost: Frost',
    'Cold: Cold',
    'sum: ',
    'More of it: More of itx',
    'Where it bites: ',
    'nothing',
  ])
})

test.each([
  [
    'https://walls.example:8080/a?b=1',
    { to: 'web', host: 'walls.example:8080', address: 'https://walls.example:8080/a?b=1' },
  ],
  ['mailto:a@b.example', { to: 'mail', address: 'a@b.example' }],
  ['tel:+44123', { to: 'phone', address: '+44123' }],
])('%s leads outside', (href, expected) => expect(leads(href)).toEqual(expected))
