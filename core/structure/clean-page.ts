import { Fragment, type Mark, type Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { isA, isMark } from '../kinds/facts.ts'

/** What cleaning took off a page, by how often it stood there. */
export interface CleanedPage {
  readonly transform: Transform
  readonly report: string
}

/** Marks that only say how words look. */
const LOOKS = ['textColour', 'textSize', 'typeface', 'highlight'] as const
const isLook = (mark: Mark): boolean => LOOKS.some((look) => isMark(mark, look))

interface Counts {
  looks: number
  emptyLines: number
  breaks: number
  boxes: number
}

/**
 * The page without what word processors and web pages leave behind: colours, sizes and fonts of words, paragraphs that
 * are there for their height, two line breaks in place of a paragraph, white boxes. What words mean, and the settings
 * of pieces, stay. Null where there is nothing of it.
 */
export function cleanPage(page: Node): CleanedPage | null {
  const counts: Counts = { looks: 0, emptyLines: 0, breaks: 0, boxes: 0 }
  const transform = new Transform(page)
  // What was last in a white box may be an empty line between others, once the box is gone.
  for (let steps = -1; steps < transform.steps.length;) {
    steps = transform.steps.length
    cleanOnce(transform, counts)
  }
  const said = reportOf(counts)
  return said === '' ? null : { transform, report: `Cleaned: ${said}.` }
}

/** From the end, so that no change moves the place of one still to come; a block's content before the block itself. */
function cleanOnce(transform: Transform, counts: Counts): void {
  const positions: number[] = []
  transform.doc.descendants((node, position) => {
    if (!node.isInline) positions.push(position)
    return !node.isTextblock
  })
  for (const position of positions.reverse()) cleanBlock(transform, position, counts)
}

function cleanBlock(transform: Transform, position: number, counts: Counts): void {
  const node = transform.doc.nodeAt(position)
  if (!node || node.type.spec.code) return
  if (node.isTextblock) takeLooks(transform, position, node, counts)
  if (isA(node, 'paragraph')) cleanParagraph(transform, position, counts)
  else if (
    isA(node, 'box') &&
    node.attrs.ground === '#ffffff' &&
    node.attrs.edge === 'none' &&
    node.attrs.text === null
  ) {
    transform.replaceWith(position, position + node.nodeSize, node.content)
    counts.boxes++
  }
}

function takeLooks(transform: Transform, position: number, node: Node, counts: Counts): void {
  node.forEach((inline, offset) => {
    for (const mark of inline.marks.filter(isLook)) {
      transform.removeMark(position + 1 + offset, position + 1 + offset + inline.nodeSize, mark)
      counts.looks++
    }
  })
}

function cleanParagraph(transform: Transform, position: number, counts: Counts): void {
  const paragraph = transform.doc.nodeAt(position)!
  const $at = transform.doc.resolve(position)
  if (paragraph.content.size === 0) {
    // The last line of a page, and the only one of a piece, are there to write on.
    const isLast = $at.index() === $at.parent.childCount - 1
    if (isLast || !$at.parent.canReplace($at.index(), $at.index() + 1)) return
    transform.delete(position, position + paragraph.nodeSize)
    counts.emptyLines++
    return
  }
  const lines = withoutBlankLines(paragraph)
  if (lines.length < 2) return
  transform.replaceWith(position, position + paragraph.nodeSize, lines)
  counts.breaks++
}

/** The paragraphs that two line breaks part. */
function withoutBlankLines(paragraph: Node): Node[] {
  const lines: Node[][] = [[]]
  let breaks: Node[] = []
  paragraph.forEach((inline) => {
    if (isA(inline, 'lineBreak')) return void breaks.push(inline)
    if (breaks.length > 1 && lines.at(-1)!.length > 0) lines.push([])
    else lines.at(-1)!.push(...breaks)
    breaks = []
    lines.at(-1)!.push(inline)
  })
  return lines.map((line) => paragraph.copy(Fragment.from(line)))
}

function reportOf({ looks, emptyLines, breaks, boxes }: Counts): string {
  const some = (count: number, one: string, many: string): string[] =>
    count > 0 ? [`${count.toLocaleString('en')} ${count === 1 ? one : many}`] : []
  return [
    ...some(looks, 'colour, size or font', 'colours, sizes and fonts'),
    ...some(emptyLines, 'empty line', 'empty lines'),
    ...some(breaks, 'paragraph with blank lines in it', 'paragraphs with blank lines in them'),
    ...some(boxes, 'white box', 'white boxes'),
  ].join(', ')
}
