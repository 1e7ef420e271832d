import type { Reach } from '../../core/templates/template.ts'

export const REACH_WORDS: Record<Reach, string> = {
  own: 'I alone',
  course: 'Authors of this course',
  everyone: 'All authors',
}
