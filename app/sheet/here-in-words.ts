import type { Mark, Node } from '@tiptap/pm/model'
import type { EditorState } from '@tiptap/pm/state'
import { countWords } from '../../core/document/statistics.ts'
import { isA, isMark, kindOfMark, markOn } from '../../core/kinds/facts.ts'
import { linksOf } from '../../core/links/links-of.ts'
import { whereWords } from '../writing/where.ts'

/** So many links of a paragraph are read out; more than that nobody keeps in mind. */
const MOST_LINKS = 5

/**
 * What somebody who does not see the sheet asks of a place on it: where it is, how its words look and stand, which
 * links are in its paragraph, which pictures come before and after it (ATAG 2.0, A.2.2.2 and A.3.4.2).
 */
export function hereInWords(state: EditorState): string {
  return [
    whereWords(state),
    selectedWords(state),
    looksOf(state),
    placingOf(state),
    linksHere(state),
    picturesNear(state),
  ]
    .filter((sentence) => sentence !== '')
    .join(' ')
}

function selectedWords({ doc, selection: { from, to, empty } }: EditorState): string {
  if (empty) return ''
  const count = countWords(doc.cut(from, to))
  return count === 0 ? '' : `${count === 1 ? 'One word is' : `${count} words are`} selected.`
}

function looksOf(state: EditorState): string {
  const { $from, empty } = state.selection
  const marks = state.storedMarks ?? (empty ? $from.marks() : ($from.nodeAfter?.marks ?? []))
  const looks = marks.filter((mark) => !isMark(mark, 'link')).map(markInWords)
  return looks.length === 0 ? 'No formatting.' : `The words are in ${looks.join(', ')}.`
}

/** A mark by its label, with the colour, size or language that it sets. */
function markInWords(mark: Mark): string {
  const details = Object.values(mark.attrs).filter((value) => typeof value === 'string' && value !== '')
  return details.length === 0 ? kindOfMark(mark).label : `${kindOfMark(mark).label} ${details.join(', ')}`
}

const ALIGNED: Readonly<Record<string, string>> = {
  centre: 'Centred.',
  end: 'Aligned to the end.',
  justify: 'Justified.',
}
const RUNS: Readonly<Record<string, string>> = { ltr: 'Reads from left to right.', rtl: 'Reads from right to left.' }

function placingOf({ selection: { $from } }: EditorState): string {
  const { align, indent, direction } = $from.parent.attrs
  const steps = Number(indent ?? 0)
  return [
    ALIGNED[String(align)] ?? '',
    steps > 0 ? `Indented by ${steps === 1 ? 'one step' : `${steps} steps`}.` : '',
    RUNS[String(direction)] ?? '',
  ]
    .filter(Boolean)
    .join(' ')
}

function linksHere({ doc, selection: { $from } }: EditorState): string {
  if (!$from.parent.isTextblock) return ''
  const [start, end] = [$from.start(), $from.end()]
  const links = linksOf(doc).filter(({ from, to }) => from >= start && to <= end)
  if (links.length === 0) return ''
  const here = links.find(({ from, to }) => from <= $from.pos && $from.pos <= to)
  const names = links.slice(0, MOST_LINKS).map(({ words }) => `“${words.trim()}”`)
  const more = links.length > names.length ? ` and ${links.length - names.length} more` : ''
  return [
    here ? `In the link “${here.words.trim()}” to ${here.href}${moreOf(markOn(doc.nodeAt(here.from)!, 'link'))}.` : '',
    `${links.length === 1 ? 'Link' : 'Links'} in this paragraph: ${names.join(', ')}${more}.`,
  ]
    .filter(Boolean)
    .join(' ')
}

/** What a link says and does beside leading somewhere. */
function moreOf(link: Mark | undefined): string {
  const title = link?.attrs.title ? `, titled “${String(link.attrs.title)}”` : ''
  return title + (link?.attrs.isNewWindow ? ', in a new window' : '')
}

function picturesNear({ doc, selection: { from } }: EditorState): string {
  let [before, after]: [Node | null, Node | null] = [null, null]
  doc.descendants((node, position) => {
    if (!isA(node, 'picture')) return !node.isTextblock
    // The picture that one is in is told by the way to it.
    if (position + node.nodeSize <= from) before = node
    else if (position >= from) after ??= node
    return false
  })
  return [before && `Picture before: ${altOf(before)}.`, after && `Picture after: ${altOf(after)}.`]
    .filter(Boolean)
    .join(' ')
}

function altOf(picture: Node): string {
  const alt = picture.attrs.alt as string | null
  if (alt === null) return 'it has no alternative text yet'
  return alt === '' ? 'decorative' : `“${alt.replace(/[.\s]+$/, '')}”`
}
