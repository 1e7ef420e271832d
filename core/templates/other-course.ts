import { Fragment, type Mark, type Node } from 'prosemirror-model'
import { isMark, namedBy } from '../kinds/facts.ts'

/** What became of a page on its way into another course. */
export interface Moved {
  readonly page: Node
  /** What did not come along, as sentences. */
  readonly notes: readonly string[]
}

/**
 * A page as another course can have it: questions of the bank stay in the course they belong to, links to other
 * pages of that course keep their words alone.
 */
export function forOtherCourse(page: Node): Moved {
  let questions = 0
  let links = 0
  const isOwn = (mark: Mark): boolean =>
    isMark(mark, 'link') && !/^(#|[a-z][a-z0-9+.-]*:)/i.test(String(mark.attrs.href))
  const change = (node: Node): Node[] => {
    if (namedBy(node)?.to === 'questions') {
      questions++
      return []
    }
    const marks = node.marks.filter((mark) => !isOwn(mark))
    if (marks.length < node.marks.length) links++
    if (node.isLeaf) return [marks.length < node.marks.length ? node.mark(marks) : node]
    const children: Node[] = []
    node.forEach((child) => children.push(...change(child)))
    const content = Fragment.fromArray(children)
    if (node.type.validContent(content)) return [node.copy(content)]
    const filled = node.type.createAndFill(node.attrs, content)
    return filled ? [filled] : []
  }
  const moved = change(page)[0]!
  const notes = [
    ...(questions > 0
      ? [
          `${questions} ${questions === 1 ? 'question of the bank stays' : 'questions of the bank stay'} in the course it came from.`,
        ]
      : []),
    ...(links > 0
      ? [`${links} ${links === 1 ? 'link to a page' : 'links to pages'} of that course became plain words.`]
      : []),
  ]
  return { page: moved, notes }
}
