import { Fragment, type Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { problemAfter } from '../../document/check.ts'
import { MOST_DEPTH } from '../../document/limits.ts'
import { isA } from '../../kinds/facts.ts'
import { type HeadingRun, PARTS_PIECES, type PartsPiece, sectionsOfRun } from '../headings.ts'
import { shiftHeadings } from '../shift-headings.ts'
import { topLevel } from '../split-page.ts'
import { NOTHING_TO_TICK } from '../ticks.ts'
import { type TurnedInto, turnings, turnInto } from '../turn-into.ts'
import { FORMS } from './forms.ts'
import { type Form, FORM_NAMES, type Shape, SHAPES } from './shapes.ts'
import type { Sections } from './sections.ts'

/** Something on a page that can be shown in another way: a piece, or headings with what stands under them. */
export interface Material {
  readonly from: number
  readonly to: number
  readonly shape: Shape
  /** Null for a chart, which is asked as the table that it is. */
  readonly content: Sections | null
}

/** What can be shown in another way at a position; null where nothing can. */
export function materialAt(page: Node, position: number): Material | null {
  const { piece, from } = wholePiece(page, position)
  if (!piece) return null
  const place = { from, to: from + piece.nodeSize }
  if (isA(piece, 'chart')) return { ...place, shape: 'chart', content: null }
  const level = levelAt(page, from)
  for (const form of FORM_NAMES) {
    const content = FORMS[form].read(piece, level)
    if (content) return { ...place, shape: form, content }
  }
  return null
}

/** What of these the piece at a position is; null for other pieces. Quick: nothing in it is read. */
export function shapeAt(page: Node, position: number): Shape | null {
  const { piece } = wholePiece(page, position)
  if (!piece) return null
  if (piece.type.isInGroup('list')) return 'list'
  if (isA(piece, 'captionedTable')) return 'table'
  return SHAPES.find((shape) => shape === piece.type.name) ?? null
}

export function materialOfRun(page: Node, run: HeadingRun): Material {
  return { from: run.from, to: run.to, shape: 'headings', content: sectionsOfRun(page, run) }
}

/** All that stands under the headings on the page itself, down to a level or of the highest; null without any. */
export function materialOfPage(page: Node, level = topLevel(page)): Material | null {
  const first = page.children.findIndex((node) => isA(node, 'heading') && Number(node.attrs.level) <= level)
  if (first === -1) return null
  const from = page.children.slice(0, first).reduce((sum, { nodeSize }) => sum + nodeSize, 0)
  return materialOfRun(page, { from, to: page.content.size, level, titles: [] })
}

/**
 * What stands between two places of a page, as somebody else saw it; null where that is nothing that can be shown in
 * another way.
 */
export function materialOfPlace(page: Node, from: number, to: number): Material | null {
  if (from < 0 || from >= to || to > page.content.size) return null
  const [$from, $to] = [page.resolve(from), page.resolve(to)]
  if (!$from.sameParent($to) || $from.parent.isTextblock) return null
  const node = $from.nodeAfter
  if (node && isA(node, 'heading'))
    return materialOfRun(page, { from, to, level: Number(node.attrs.level), titles: [] })
  const material = node ? materialAt(page, from) : null
  return material?.from === from && material.to === to ? material : null
}

/** The piece at a position; a table goes with its caption, or with the chart that is drawn of it. */
function wholePiece(page: Node, position: number): { piece: Node | null; from: number } {
  const $position = page.resolve(Math.min(position, page.content.size))
  return isA($position.parent, 'captionedTable', 'chart')
    ? { piece: $position.parent, from: $position.before() }
    : { piece: page.nodeAt(position), from: position }
}

/** The level of a heading that would stand at a position: one below the nearest above it. */
function levelAt(page: Node, position: number): number {
  const $position = page.resolve(position)
  for (let depth = $position.depth; depth >= 0; depth--) {
    const parent = $position.node(depth)
    for (let at = $position.index(depth) - 1; at >= 0; at--)
      if (isA(parent.child(at), 'heading')) return Math.min(6, Number(parent.child(at).attrs.level) + 1)
    if (isA(parent, 'part')) return Math.min(6, Number($position.node(depth - 1).attrs.level) + 1)
  }
  return 2
}

/** The levels that the titles can have, so that no heading under them comes to lie below the last. */
export function levelsFor({ content }: Material, shape: Shape): readonly number[] {
  if (!content || shape === 'chart' || !FORMS[shape].hasLevel) return []
  let deepest = content.level
  for (const { blocks } of content.sections)
    for (const block of blocks) {
      deepest = Math.max(deepest, levelIn(block))
      block.descendants((node) => {
        deepest = Math.max(deepest, levelIn(node))
        return !node.isTextblock
      })
    }
  const last = 6 - (deepest - content.level)
  return [2, 3, 4, 5, 6].filter((level) => level <= Math.max(last, content.level))
}

const levelIn = ({ attrs }: Node): number => (typeof attrs.level === 'number' ? attrs.level : 0)

/** Why something can't take a shape, as a sentence; empty when it can. */
export function whyNotShape(page: Node, material: Material, shape: Shape, level?: number): string {
  const { content } = material
  const turning = asTurning(page, material, shape)
  if (turning) return turning.whyNot || (reshape(page, material, shape) ? '' : TOO_DEEP)
  if (!content || shape === 'chart') return 'Only a table is drawn as a chart.'
  if (content.sections.length === 0) return 'There is nothing in it yet.'
  if (content.areTicked) return NOTHING_TO_TICK
  return FORMS[shape].whyNot(content.sections) || (reshape(page, material, shape, level) ? '' : TOO_DEEP)
}

const TOO_DEEP = `A page nests ${MOST_DEPTH} levels deep; this would be more.`

const isParts = (shape: Shape): shape is PartsPiece => (PARTS_PIECES as readonly string[]).includes(shape)

/** Between tables, lists, columns and charts each cell is known: these are turned by their own rules. */
function asTurning(page: Node, { from, shape: before }: Material, shape: Shape) {
  if (before === 'headings' || isParts(before)) return undefined
  return turnings(page, from).find(({ into }) => into === shape)
}

/**
 * Shows something in another way, with all that it holds in its order. Null when it can't be: it is that already, its
 * things are too many or too few, or they would nest too deep.
 */
export function reshape(page: Node, material: Material, shape: Shape, level?: number): Transform | null {
  const { from, to, content, shape: before } = material
  const chosen = level ?? content?.level ?? 2
  // Headings can be those of another level.
  if (shape === before && (shape !== 'headings' || chosen === content?.level)) return null
  if (asTurning(page, material, shape)) return turnInto(page, from, shape as TurnedInto)
  if (!content || shape === 'chart' || content.sections.length === 0 || content.areTicked) return null
  if (FORMS[shape].whyNot(content.sections) !== '') return null
  // The parts stay as they are: whoever writes in one writes on.
  if (isParts(before) && isParts(shape) && chosen === content.level)
    return new Transform(page).setNodeMarkup(from, page.type.schema.nodes[shape], { level: chosen })
  const shifted = atLevel(content, chosen)
  const blocks = [...content.before, ...FORMS[shape].write(shifted, page.type.schema, before as Form)]
  const transform = new Transform(page).replaceWith(from, to, Fragment.from(blocks))
  return problemAfter(transform.doc, transform.steps) === null ? transform : null
}

/** `reshape` of the piece at a position. */
export function reshapeAt(page: Node, position: number, shape: Shape, level?: number): Transform | null {
  const material = materialAt(page, position)
  return material && reshape(page, material, shape, level)
}

/** The same with titles of another level; headings under them go along. */
function atLevel(content: Sections, level: number): Sections {
  const by = level - content.level
  return {
    ...content,
    level,
    sections: content.sections.map((section) => ({
      ...section,
      blocks: section.blocks.map((each) => shiftHeadings(each, by)),
    })),
  }
}
