import type { Editor } from '@tiptap/core'
import { closeHistory } from '@tiptap/pm/history'
import { Fragment } from '@tiptap/pm/model'
import type { Transaction } from '@tiptap/pm/state'
import type { PlacedPicture } from '../editor/paste/clipboard.ts'
import { tell } from '../editor/paste/last-paste.ts'
import { lineAfterLast } from '../editor/insert-commands.ts'
import { problemOf } from '../editor/page-guard.ts'
import { fieldInEnglish } from '../editor/field-say.ts'
import { latestState } from '../saving/latest-state.ts'
import { Arriving } from './arriving.ts'
import { blockPlace, type FilesOutcome } from './place-picture.ts'
import { type ShelfThing, upload, type UploadTo } from './upload.ts'

interface Where {
  readonly courseId: string
  readonly to?: UploadTo | undefined
  readonly say?: typeof fieldInEnglish
}

/**
 * Sends the pictures of a paste to the shelf, and puts each where it stood between the words, with its alternative text
 * and caption. `placed` are those without alternative text. Whoever writes meanwhile keeps their cursor.
 */
export async function placePasted(
  editor: Editor,
  pictures: readonly PlacedPicture[],
  { courseId, to = 'uploads', say = fieldInEnglish }: Where,
  isStopped: () => boolean,
): Promise<FilesOutcome> {
  const placed: ShelfThing[] = []
  const problems: string[] = []
  const lines = pictures.map((picture, at) => {
    const name = picture.alt.slice(0, 60) || `${say('field.picture')} ${at + 1}`
    return { picture, name, line: new Arriving(editor, picture.at, name, say('field.onItsWay', { name })) }
  })
  for (const { picture, name, line } of lines) {
    const file = isStopped() ? null : await fileOf(picture, name)
    const answer = file && (await upload(courseId, file, (share) => line.progress(share), to, say))
    if (editor.isDestroyed) break
    const where = line.end()
    if (isStopped()) continue
    if (!answer) problems.push(say('field.unreadable', { name }))
    else if (!answer.ok) problems.push(answer.reason)
    // Where it belongs may be gone by now.
    else if (where !== null && putPicture(editor, answer.item, picture, where) && picture.alt === '')
      placed.push(answer.item)
  }
  return { placed, problems }
}

async function fileOf({ from }: PlacedPicture, name: string): Promise<File | null> {
  if (typeof from !== 'string') return new File([from.bytes], `${name}.${endingOf(from.type)}`, { type: from.type })
  const response = await fetch(from).catch(() => null)
  const bytes = response?.ok ? await response.blob() : null
  return bytes && new File([bytes], `${name}.${endingOf(bytes.type)}`, { type: bytes.type })
}

const endingOf = (type: string): string => (/^image\/([a-z]+)/.exec(type)?.[1] ?? 'png').replace('jpeg', 'jpg')

/**
 * Puts one picture where its line stood, as one step of undo with what `before` does; false when the page takes none
 * there, and nothing is changed.
 */
export function putPicture(
  editor: Editor,
  item: ShelfThing,
  { alt, caption: words }: Pick<PlacedPicture, 'alt' | 'caption'>,
  at: number,
  before: (transaction: Transaction) => void = () => undefined,
): boolean {
  const { schema, tr } = latestState(editor.view)
  const transaction = closeHistory(tr)
  before(transaction)
  const place = blockPlace(transaction.doc, at)
  if (!place) return false
  const { picture, caption } = schema.nodes
  const node = picture!.create(
    { item: item.id, width: item.width ?? 1, height: item.height ?? 1, alt: alt === '' ? null : alt },
    caption!.create(null, Fragment.fromJSON(schema, words)),
  )
  lineAfterLast(transaction.replaceWith(place.from, place.to, node), place.from + node.nodeSize)
  if (problemOf(transaction)) return false
  editor.view.dispatch(tell(transaction, { isPicture: true }))
  return true
}
