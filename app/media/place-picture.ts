import type { Editor } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import { fieldInEnglish } from '../editor/field-say.ts'
import { insertionPlace, placeBlock } from '../editor/insert-commands.ts'
import { Arriving } from './arriving.ts'
import { type ShelfThing, upload, type UploadTo } from './upload.ts'
import { isA } from '../../core/kinds/facts.ts'

/**
 * Puts a picture of the shelf on the sheet and selects it. What its alternative text was elsewhere is proposed, not
 * taken.
 */
export function placePicture(editor: Editor, item: ShelfThing, at?: number): void {
  const { state } = editor
  const { picture, caption } = state.schema.nodes
  const node = picture!.create({ item: item.id, width: item.width ?? 1, height: item.height ?? 1 }, caption!.create())
  placeBlock(editor, node, at === undefined ? insertionPlace(state) : blockPlace(state.doc, at))
}

/** Where a picture may stand: in place of the empty paragraph at a position, else the nearest place at or after it. */
export function blockPlace(page: Node, at: number): { from: number; to: number } | null {
  const picture = page.type.schema.nodes.picture!
  const $at = page.resolve(Math.min(at, page.content.size))
  if (isA($at.parent, 'paragraph') && $at.parent.content.size === 0) {
    const index = $at.index($at.depth - 1)
    if ($at.node($at.depth - 1).canReplaceWith(index, index + 1, picture))
      return { from: $at.before(), to: $at.after() }
  }
  for (let depth = $at.depth; depth >= 0; depth--) {
    const index = depth === $at.depth ? $at.index(depth) : $at.indexAfter(depth)
    if (!$at.node(depth).canReplaceWith(index, index, picture)) continue
    const place = depth === $at.depth ? $at.pos : $at.after(depth + 1)
    return { from: place, to: place }
  }
  return null
}

export interface FilesOutcome {
  /** Pictures that stand on the sheet now. */
  readonly placed: readonly ShelfThing[]
  /** A sentence for each file that could not be taken. */
  readonly problems: readonly string[]
}

/** Sends files to the shelf and puts the pictures where they were dropped or pasted, each as it arrives. */
export async function placeFiles(
  editor: Editor,
  courseId: string,
  files: readonly File[],
  at?: number,
  to: UploadTo = 'uploads',
  say = fieldInEnglish,
): Promise<FilesOutcome> {
  const placed: ShelfThing[] = []
  const problems: string[] = []
  const start = at ?? insertionPlace(editor.state)?.to ?? editor.state.doc.content.size
  for (const file of files) {
    const line = new Arriving(editor, start, file.name, say('field.onItsWay', { name: file.name }))
    const answer = await upload(courseId, file, (share) => line.progress(share), to, say)
    if (editor.isDestroyed) break
    const where = line.end()
    if (!answer.ok) problems.push(answer.reason)
    else {
      placePicture(editor, answer.item, where ?? undefined)
      placed.push(answer.item)
    }
  }
  return { placed, problems }
}

/** Gives the pictures of an item that have no alternative text yet this one. */
export function setPictureAlt(editor: Editor, item: string, alt: string): void {
  const transaction = editor.state.tr
  editor.state.doc.descendants((node, position) => {
    if (isA(node, 'picture') && node.attrs.item === item && node.attrs.alt === null)
      transaction.setNodeAttribute(position, 'alt', alt)
    return !node.isTextblock
  })
  if (transaction.docChanged) editor.view.dispatch(transaction)
}
