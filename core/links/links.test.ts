import { expect, test } from 'vitest'
import type { EntryKind } from '../plan/kinds.ts'
import { ownLink, ownTarget, withOwnLinks } from './own-links.ts'
import { linkTargetsOfOutline, linkTargetsOfPlan, matchingTargets, targetsOfPlan } from './targets.ts'

const HERE = { origin: 'https://course.example', courseId: 'walling' }

test.each([
  ['https://course.example/courses/walling/items/coping', 'coping'],
  ['https://course.example/read/walling/coping#ends', 'coping#ends'],
  ['/discuss/walling/gaps', 'gaps'],
  ['https://other.example/read/walling/coping', null],
  ['https://course.example/read/maps/coping', null],
  ['https://course.example/read/walling', null],
  ['https://course.example/files/x/480', null],
  ['no address', null],
])('%s leads to %s of the course', (address, href) => expect(ownLink(address, HERE)).toBe(href))

test('what an address leads to by identity', () => {
  expect(ownTarget('coping')).toEqual({ id: 'coping', place: '' })
  expect(ownTarget('coping#%C3%BCber')).toEqual({ id: 'coping', place: 'über' })
  for (const other of ['#here', '/path', 'https://walls.example/', 'mailto:a@b.example', 'a b', 'walls.example'])
    expect(ownTarget(other), other).toBeNull()
})

test('links by identity lead to where entries are read; others stay as they are', () => {
  expect(withOwnLinks('<a href="a">x</a>', (id) => `/${id}?of=work&done=all`)).toBe(
    '<a href="/a?of=work&amp;done=all">x</a>',
  )
  const html =
    '<a href="coping#ends">x</a> <a class="y" href="gaps">y</a> <a href="#here">z</a> <a href="https://walls.example/">w</a> <a href="walls.example">v</a>'
  expect(withOwnLinks(html, (id) => `/read/walling/${id}`)).toBe(
    '<a href="/read/walling/coping#ends">x</a> <a class="y" href="/read/walling/gaps">y</a> <a href="#here">z</a> <a href="https://walls.example/">w</a> <a href="walls.example">v</a>',
  )
})

const entry = (id: string, kind: EntryKind, title: string, parentId: string | null) => ({ id, kind, title, parentId })

test('a link can lead to units and lessons, too; notes and parts of books have no page', () => {
  const plan = [
    entry('u', 'unit', 'Building up', null),
    entry('l', 'lesson', 'Footings', 'u'),
    entry('a', 'page', 'Hearting', 'l'),
    entry('n', 'note', 'A note', 'l'),
    entry('k', 'book', 'Handbook', 'l'),
    entry('p', 'bookPart', 'Tools', 'k'),
  ]
  expect(linkTargetsOfPlan(plan).map(({ href, where }) => `${href}: ${where}`)).toEqual([
    'u: Unit',
    'l: Lesson in Building up',
    'a: Page in Footings',
    'k: Book in Footings',
  ])
})

test('students link to what they see of the course; what is around it is told without words of ours', () => {
  const place = (id: string, kind: EntryKind, title: string, parentId: string | null) => ({ id, kind, title, parentId })
  expect(
    linkTargetsOfOutline([
      place('u', 'unit', 'Building up', null),
      place('a', 'page', 'Hearting', 'u'),
      place('b', 'page', ' ', 'u'),
      place('n', 'note', 'A note', 'u'),
    ]),
  ).toEqual([
    { href: 'u', title: 'Building up', where: '' },
    { href: 'a', title: 'Hearting', where: 'Building up' },
  ])
})

test('targets are what is read of the course, found by parts of their titles, without regard to case and accents', () => {
  const targets = targetsOfPlan([
    entry('u', 'unit', 'Building up', null),
    entry('a', 'page', 'Hearting and throughs', 'u'),
    entry('b', 'page', 'The throughs: über all', 'u'),
    entry('n', 'note', 'Throughs note', 'u'),
  ])
  expect(targets.map(({ href, where }) => `${href}: ${where}`)).toEqual([
    'a: Page in Building up',
    'b: Page in Building up',
  ])
  const found = (typed: string): string[] => matchingTargets(targets, typed, 5).map(({ href }) => href)
  expect(found('through')).toEqual(['a', 'b'])
  expect(found('the')).toEqual(['b'])
  expect(found('UBER through')).toEqual(['b'])
  expect(found('mortar')).toEqual([])
  expect(found(' ')).toEqual([])
})
