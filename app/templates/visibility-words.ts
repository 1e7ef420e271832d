import type { Visibility } from '../../core/templates/template.ts'

export const VISIBILITY_WORDS: Record<Visibility, string> = {
  own: 'I alone',
  course: 'Authors of this course',
  everyone: 'All authors',
}
