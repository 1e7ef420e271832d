import { expect, test } from 'vitest'
import { NOTHING_FOUND } from '../../core/finder/found.ts'
import type { Offered } from '../shell/offered.ts'
import { findings, linesFound } from './lines.ts'

const gone: string[] = []
const offer = (group: string, name: string, whyNot = ''): Offered => ({
  ...{ id: name, group, name, help: '', key: '', whyNot },
  run: () => gone.push(name),
})
const known = {
  offered: [
    offer('Go to', 'Plan'),
    offer('Go to', 'Walls of others'),
    offer('Tables', 'Row below', 'The cursor is in no table.'),
    offer('Tables', 'Rows by text'),
    offer('Do', 'Wall colour'),
  ],
  targets: [{ href: 'a1', title: 'Why walls fall', where: 'Page in Hearting' }],
  groups: [{ href: 'u1', title: 'Walls at first', where: 'Unit' }],
  found: {
    people: [
      { id: 'p1', name: 'Wally Stone', role: 'student' as const },
      { id: 'p2', name: 'Wallis Author', role: 'author' as const },
    ],
    headings: [],
    questions: [{ id: 'q1', title: '', words: 'How wide is a wall?' }],
    courses: [{ id: 'c2', title: 'Walls in winter' }],
  },
  courseId: 'course',
  go: (to: string) => void gone.push(to),
}
const names = (typed: string): string[] => linesFound(typed, known).map(({ group, name }) => `${group}: ${name}`)

test('before anything is typed there are the places to go to', () => {
  expect(names(' ')).toEqual(['Go to: Plan', 'Go to: Walls of others'])
})

test('pages come first, then what can be done by group, then questions, people, other courses', () => {
  expect(names('wall')).toEqual([
    'In this course: Why walls fall',
    'In the plan: Walls at first',
    'Go to: Walls of others',
    'Do: Wall colour',
    'Questions: How wide is a wall?',
    'People: Wally Stone',
    'People: Wallis Author',
    'Courses: Walls in winter',
  ])
})

test('the group with what fits best stands first', () => {
  const offered = [offer('Text', 'Paragraph'), offer('Pieces', 'Graph of a function')]
  const lines = linesFound('graph', { ...known, offered, targets: [], groups: [], found: NOTHING_FOUND })
  expect(lines.map(({ name }) => name)).toEqual(['Graph of a function', 'Paragraph'])
})

test('a tool is found by its group, and what can be done now stands before what can’t', () => {
  expect(linesFound('tables row', { ...known, groups: [], found: NOTHING_FOUND }).map(({ name }) => name)).toEqual([
    'Rows by text',
    'Row below',
  ])
})

test('lines lead where they say', () => {
  for (const line of linesFound('wall', known)) line.run()
  expect(gone).toEqual([
    '/courses/course/items/a1',
    '/courses/course/plan?show=u1',
    'Walls of others',
    'Wall colour',
    '/courses/course/questions?question=q1',
    '/courses/course/readers?name=Wally%20Stone',
    '/courses/course/readers?name=',
    '/courses/c2/plan',
  ])
})

test('what is not found is said, with where else it may be', () => {
  expect(findings('', 0, false)).toContain('Type a few letters')
  expect(findings('a', 1, false)).toBe('1 found')
  expect(findings('a', 0, true)).toBe('Looking…')
  expect(findings('a', 0, false, true)).toMatch(/^The server did not answer/)
  expect(findings('a', 2, false, true)).toMatch(/^2 found\. The server did not answer/)
  expect(findings(' zzz ', 0, false)).toMatch(/^Nothing here is called “zzz”\..*Ctrl\+F/)
})
