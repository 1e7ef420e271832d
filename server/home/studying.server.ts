import type { Place } from '../../core/reading/outline.ts'
import { isOpened } from '../../core/plan/kinds.ts'
import type { Say } from '../../core/words/say.ts'
import type { Database } from '../database/pool.server.ts'
import { longDate } from '../reading/dates.server.ts'
import { type CourseToRead, findCourseToRead } from '../reading/queries.server.ts'
import { outlineOf } from '../reading/shapes.server.ts'
import { findLastDone } from './queries.server.ts'

/** A course is looked through for what is due only while so few are studied at once; more are listed. */
const COURSES = 8
/** So many dates are told. */
const DUE = 6

/** Words of a course, with how they are read. */
export interface InCourse {
  readonly words: string
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
}

/** One course as its student stands in it: a sign an item, in reading order, done or not. */
export interface CourseProgress {
  readonly id: string
  readonly done: string
  readonly words: string
}

/** Where a student goes on, what is due, and how far they are. */
export interface Studying {
  readonly goOn: {
    readonly address: string
    readonly title: InCourse
    readonly course: InCourse
    readonly isBegun: boolean
  } | null
  readonly due: readonly {
    readonly address: string
    readonly title: InCourse
    readonly course: InCourse
    readonly at: string
    readonly words: string
  }[]
  readonly progress: readonly CourseProgress[]
}

interface Studied {
  readonly course: CourseToRead
  readonly places: readonly Place[]
}

/** What waits for a student in their courses, the ids of which are given; said by `say`. */
export async function studyingFor(
  db: Database,
  personId: string,
  courseIds: readonly string[],
  say: Say,
): Promise<Studying> {
  const [lastDone, ...studied] = await Promise.all([
    findLastDone(db, personId),
    ...courseIds.slice(0, COURSES).map((id) => studiedCourse(db, id, personId)),
  ])
  const known = studied.filter((each) => each !== null)
  return {
    goOn: goOn(known, lastDone),
    due: known
      .flatMap((each) => dueIn(each, say))
      .sort((a, b) => a.at.localeCompare(b.at))
      .slice(0, DUE),
    progress: known.map(({ course, places }) => {
      const items = places.filter(({ standing, kind }) => standing.count === 1 && isOpened(kind))
      const done = items.filter(({ standing }) => standing.isDone).length
      return {
        id: course.course_id,
        done: items.map(({ standing }) => (standing.isDone ? '1' : '0')).join(''),
        words: say('home.progress', { done, count: items.length }),
      }
    }),
  }
}

async function studiedCourse(db: Database, courseId: string, personId: string): Promise<Studied | null> {
  const course = await findCourseToRead(db, courseId, personId)
  return course && { course, places: (await outlineOf(course)).places }
}

const inCourse = ({ language, direction }: CourseToRead, words: string): InCourse => ({ words, language, direction })

const canBeDone = ({ kind, standing }: Place): boolean =>
  isOpened(kind) && standing.count === 1 && !standing.isDone && standing.locked === null

/** What comes after what was done last; where nothing follows, or nothing was done, the first that is open. */
function goOn(studied: readonly Studied[], last: { courseId: string; entryId: string } | null): Studying['goOn'] {
  const first = studied.find(({ course }) => course.course_id === last?.courseId)
  for (const { course, places } of first ? [first, ...studied.filter((each) => each !== first)] : studied) {
    const at = places.findIndex(({ id }) => id === last?.entryId)
    const next = places.slice(at + 1).find(canBeDone) ?? places.find(canBeDone)
    if (next)
      return {
        address: `/read/${course.course_id}/${next.id}`,
        title: inCourse(course, next.title),
        course: inCourse(course, course.course_title),
        isBegun: places.some(({ standing }) => standing.isDone),
      }
  }
  return null
}

/** What is to be done by a date to come. */
function dueIn({ course, places }: Studied, say: Say, now = new Date()): Studying['due'] {
  return places.filter(canBeDone).flatMap((place) => {
    const { dueAt, closesAt } = place.settings
    const at = dueAt ?? closesAt
    if (at === null || new Date(at) <= now) return []
    const date = longDate(say.language, course.time_zone).format(new Date(at))
    return {
      address: `/read/${course.course_id}/${place.id}`,
      title: inCourse(course, place.title),
      course: inCourse(course, course.course_title),
      at: new Date(at).toISOString(),
      words: `${say('room.kind', { kind: place.kind })} · ${say(dueAt === null ? 'home.closes' : 'home.due', { date })}`,
    }
  })
}
