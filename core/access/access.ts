/** What someone is in a course. The manager of the school is an author in every course. */
export type CourseRole = 'author' | 'student' | 'guest'

/** The person who asks, as far as rights go; null is somebody who has not signed in. */
export interface Asker {
  readonly isManager: boolean
  /** The role in the course that is asked about; null when the person is not in it. */
  readonly role: CourseRole | null
}

export type Right =
  /** See and change the plan, the pages, their past; publish. */
  | 'write'
  /** Read what is published. */
  | 'read'
  /** Take part: write in discussions, answer, hand in, comment. */
  | 'take part'

/** Who may do what in a course. Pure: the caller looks up the role, this decides. */
export function may(asker: Asker | null, right: Right): boolean {
  if (!asker) return false
  if (asker.isManager || asker.role === 'author') return true
  if (right === 'take part') return asker.role === 'student'
  return right === 'read' && asker.role !== null
}
