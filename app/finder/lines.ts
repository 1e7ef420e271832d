import { ranked } from '../../core/find/ranked.ts'
import type { Found } from '../../core/finder/found.ts'
import type { LinkTarget } from '../../core/links/targets.ts'
import type { Offered } from '../shell/offered.ts'

/** A line of the finder. */
export type Line = Offered

interface Known {
  readonly offered: readonly Offered[]
  /** What is read in the course. */
  readonly targets: readonly LinkTarget[]
  /** Units, lessons, parts: what only the plan shows. */
  readonly groups: readonly LinkTarget[]
  readonly found: Found
  readonly courseId: string | undefined
  readonly go: (to: string) => void
}

/** So many lines a group has; who types on sees others. */
const MOST = 6
/** What is listed before anything is typed. */
const PLACES = 'Go to'

/** What fits the typed words, group by group: what is read first, then what can be done, then people. */
export function linesFound(typed: string, known: Known): Line[] {
  const { offered } = known
  if (typed.trim() === '') return offered.filter(({ group }) => group === PLACES)
  const fitting = ranked(
    offered,
    typed,
    { title: ({ name }) => name, more: ({ help, group }) => `${help} ${group}` },
    offered.length,
  )
  // The group with what fits best stands first.
  const groups = [...new Set(fitting.map(({ group }) => group))]
  return [
    ...ranked(pageLines(known), typed, { title: ({ name }) => name }, MOST),
    ...ranked(groupLines(known), typed, { title: ({ name }) => name }, MOST),
    ...groups.flatMap((group) => {
      const lines = fitting.filter((each) => each.group === group).slice(0, MOST)
      // What can be done now comes first.
      return [...lines.filter(({ whyNot }) => whyNot === ''), ...lines.filter(({ whyNot }) => whyNot !== '')]
    }),
    ...headingLines(known),
    ...questionLines(known),
    ...peopleLines(known),
    ...courseLines(known),
  ]
}

const line = (id: string, group: string, name: string, help: string, run: () => void): Line => ({
  ...{ id, group, name, help, run },
  key: '',
  whyNot: '',
})

const pageLines = ({ targets, courseId, go }: Known): Line[] =>
  targets.map(({ href, title, where }) =>
    line(`page ${href}`, 'In this course', title, where, () => go(`/courses/${courseId}/items/${href}`)),
  )

const groupLines = ({ groups, courseId, go }: Known): Line[] =>
  groups.map(({ href, title, where }) =>
    line(`group ${href}`, 'In the plan', title, where, () => go(`/courses/${courseId}/plan?show=${href}`)),
  )

const questionLines = ({ found, courseId, go }: Known): Line[] =>
  found.questions.map(({ id, title, words }) =>
    line(`question ${id}`, 'Questions', title || words, title ? words : 'Of the bank', () =>
      go(`/courses/${courseId}/questions?question=${id}`),
    ),
  )

const courseLines = ({ found, go }: Known): Line[] =>
  found.courses.map(({ id, title }) =>
    line(`course ${id}`, 'Courses', title, 'Its plan', () => go(`/courses/${id}/plan`)),
  )

/** A heading is gone to where it is read: on the sheet it may have moved since it was published. */
const headingLines = ({ found, courseId }: Known): Line[] =>
  found.headings.map(({ entryId, page, text, place }, at) =>
    line(`heading ${at} ${entryId} ${place}`, 'Headings, as published', text, `In ${page}, in the reading room`, () =>
      location.assign(`/read/${courseId}/${entryId}#${encodeURIComponent(place)}`),
    ),
  )

const ROLES: Readonly<Record<Found['people'][number]['role'], string>> = {
  author: 'Author of this course',
  student: 'Student: what they have done in this course',
  guest: 'Guest of this course',
}

const peopleLines = ({ found, courseId, go }: Known): Line[] =>
  found.people.map(({ id, name, role }) =>
    line(`person ${id}`, 'People', name, ROLES[role], () =>
      go(`/courses/${courseId}/readers?name=${encodeURIComponent(role === 'student' ? name : '')}`),
    ),
  )

const UNANSWERED =
  'The server did not answer: people, headings and questions could not be looked for. Type on to ask again.'

/**
 * What was found, as a sentence; what was not found is said, with where else it may be. Nothing is said not to be there
 * when the server could not be asked.
 */
export function findings(typed: string, count: number, isAsking: boolean, isUnanswered = false): string {
  if (typed.trim() === '') return 'Type a few letters. Arrow keys choose, Enter goes there or does it, Esc closes.'
  if (isAsking && count === 0) return 'Looking…'
  const some = count === 1 ? '1 found' : `${count} found`
  if (isUnanswered) return count > 0 ? `${some}. ${UNANSWERED}` : UNANSWERED
  if (count > 0) return some
  return `Nothing here is called “${typed.trim()}”. Words within pages are found by Ctrl+F on the sheet, and by the search of the reading room.`
}
