import type { LinkTarget } from '../../../core/links/targets.ts'
import { useFoundInCourse } from '../../shell/use-found-in-course.ts'

/** What the course has for links to lead to. */
export interface LinkPlaces {
  readonly courseId: string
  readonly targets: readonly LinkTarget[]
  /** Where a whole page is written, and not a passage. */
  readonly ofSheet?: {
    /** The document that is written under an entry. */
    readonly documentOf: (entryId: string) => string | null
    /** The entry whose page this is. */
    readonly here: string
  }
}

/** Headings of other pages of the course that hold the words, as they are published. */
export function useHeadingsOfOthers(places: LinkPlaces | undefined, typed: string): LinkTarget[] {
  const sheet = places?.ofSheet
  const { found } = useFoundInCourse(sheet && places.courseId, typed)
  return found.headings.flatMap(({ entryId, page, text, place }) => {
    const documentId = sheet?.documentOf(entryId)
    if (entryId === sheet?.here || !documentId) return []
    return [
      {
        href: `${entryId}#${encodeURIComponent(place)}`,
        title: text,
        where: `Heading in ${page}`,
        toKeep: { documentId, place },
      },
    ]
  })
}
