import { baseKeymap, chainCommands } from '@tiptap/pm/commands'
import { type Command, EditorState, NodeSelection, type Selection, TextSelection } from '@tiptap/pm/state'
import type { Node, ResolvedPos } from '@tiptap/pm/model'
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { schema } from '../../core/document/schema.ts'
import { writePage } from '../../core/html/write.ts'
import { isA } from '../../core/kinds/facts.ts'
import { anyPage } from '../../test/shared/pages.ts'
import { sheetKeys } from './sheet-extensions.ts'

const keys = sheetKeys({} as never)
/** Things stand in things so deep at most, on pages of tests. */
const MOST_PRESSES = 8
const ENTER = chainCommands(keys.Enter!, baseKeymap.Enter!)
const BESIDE = { above: keys['Mod-Shift-Enter']!, below: keys['Mod-Enter']! }

/** Every place of a page where a paragraph may stand, outside the title. */
function placesForParagraphs(page: Node): ResolvedPos[] {
  const places: ResolvedPos[] = []
  for (let at = page.firstChild!.nodeSize; at <= page.content.size; at++) {
    const $at = page.resolve(at)
    const isPlace = $at.textOffset === 0 && !$at.parent.inlineContent
    if (isPlace && $at.parent.canReplaceWith($at.index(), $at.index(), schema.nodes.paragraph)) places.push($at)
  }
  return places
}

/** Where a cursor can be in a block: at both ends of its text blocks; what holds no text is selected as a whole. */
function cursorsIn(page: Node, position: number): Selection[] {
  const block = page.nodeAt(position)!
  if (block.isAtom) return [NodeSelection.create(page, position)]
  if (block.isTextblock)
    return [0, block.content.size].map((offset) => TextSelection.create(page, position + 1 + offset))
  const found: Selection[] = []
  block.forEach((_child, offset) => found.push(...cursorsIn(page, position + 1 + offset)))
  return found
}

function isReached($place: ResolvedPos): boolean {
  const page = $place.doc
  const [before, after] = [$place.nodeBefore, $place.nodeAfter]
  // Whoever writes in the paragraph writes there, and an empty heading is a line; in lists, Enter begins an item.
  const isList = isA($place.parent, 'listItem', 'definition')
  const isLine = (node: Node | null): boolean =>
    node !== null && (isA(node, 'paragraph') || (isA(node, 'heading') && (isList || node.content.size === 0)))
  if (isLine(before) || isLine(after)) return true
  const wanted = EditorState.create({ doc: page }).tr.insert($place.pos, schema.nodes.paragraph.create()).doc
  const leadsThere = (selection: Selection, command: Command): boolean => {
    let state = EditorState.create({ doc: page, selection })
    // Each press goes out of one thing more.
    for (let press = 0; press < MOST_PRESSES; press++) {
      if (!command(state, (transaction) => (state = state.apply(transaction)))) return false
      if (state.doc.eq(wanted)) return true
    }
    return false
  }
  const around = [
    [before && cursorsIn(page, $place.pos - before.nodeSize), BESIDE.below],
    [after && cursorsIn(page, $place.pos), BESIDE.above],
  ] as const
  return around.some(([cursors, beside]) =>
    cursors?.some((selection) => leadsThere(selection, ENTER) || leadsThere(selection, beside)),
  )
}

test('one can write before, after and between everything, by key, on every page', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      for (const $place of placesForParagraphs(page))
        if (!isReached($place))
          expect.fail(
            `no way to write between ${$place.nodeBefore?.type.name} and ${$place.nodeAfter?.type.name} in ${$place.parent.type.name}:\n${writePage(page, 'source')}`,
          )
    }),
    { numRuns: 200 },
  )
})
