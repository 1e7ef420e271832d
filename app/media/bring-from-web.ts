import type { Editor } from '@tiptap/core'
import type { EditorState } from '@tiptap/pm/state'
import { markOn } from '../../core/kinds/facts.ts'
import { nameIn } from '../../core/tree/addresses.ts'
import { latestState } from '../saving/latest-state.ts'
import { putPicture } from './place-pasted.ts'
import { bringIn } from './upload.ts'

/** The words of the first link to an address; null when there is none any more. */
function linkTo(state: EditorState, address: string): { from: number; to: number } | null {
  let found: { from: number; to: number } | null = null
  state.doc.descendants((node, position) => {
    if (!node.isText || markOn(node, 'link')?.attrs.href !== address) return found === null
    if (!found) found = { from: position, to: position + node.nodeSize }
    else if (found.to === position) found = { from: found.from, to: position + node.nodeSize }
    return false
  })
  return found
}

/**
 * Brings pictures of the web to the shelf and puts each in the place of the link to it, whose words say what it shows.
 * Gives back how many stand on the page now, and a sentence for each that could not be had.
 */
export async function bringFromWeb(
  editor: Editor,
  courseId: string,
  addresses: readonly string[],
): Promise<{ placed: number; problems: readonly string[] }> {
  let placed = 0
  const problems: string[] = []
  for (const address of addresses) {
    const answer = await bringIn(courseId, address)
    if (editor.isDestroyed) break
    if (!answer.ok) {
      problems.push(answer.reason)
      continue
    }
    const state = latestState(editor.view)
    const link = linkTo(state, address)
    if (!link) continue
    const words = state.doc.textBetween(link.from, link.to)
    const alt = words === nameIn(address) ? '' : words
    const isPut = putPicture(editor, answer.item, { alt, caption: [] }, link.from, (transaction) =>
      transaction.delete(link.from, link.to),
    )
    if (isPut) placed++
    else problems.push('There is no room for a picture where a link to one stands. It stays a link.')
  }
  return { placed, problems: [...new Set(problems)] }
}
