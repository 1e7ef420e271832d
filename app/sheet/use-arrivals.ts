import type { Editor } from '@tiptap/core'
import { useMessages } from '../shell/messages.tsx'
import type { PlacedPicture } from '../editor/paste/clipboard.ts'
import { insertionPlace } from '../editor/insert-commands.ts'
import { askEmbed, embedWords, placeEmbed } from '../embeds/place-embed.ts'
import { Arriving } from '../media/arriving.ts'
import { rememberAlt, type ShelfThing } from '../media/upload.ts'
import { usePlacedPictures } from '../media/use-placed-pictures.ts'

export interface Arrivals {
  readonly takeFiles: (files: readonly File[], at?: number) => void
  /** Takes the pictures of a paste; what is given back has those not come that are on their way. */
  readonly takePasted: (pictures: readonly PlacedPicture[]) => () => void
  readonly takeEmbed: (text: string) => void
  readonly takePicture: (item: ShelfThing) => void
  /** The picture whose alternative text is asked for now; null when none is. */
  readonly unasked: ShelfThing | null
  /** `alt` is null for later. */
  readonly answerAlt: (alt: string | null) => void
}

/** What comes onto the sheet from elsewhere: files, players, pictures of the shelf; each picture is asked its text. */
export function useArrivals(editor: Editor | null, courseId: string): Arrivals {
  const message = useMessages()
  const { placeFiles, placePasted, placeItem, unasked, answerAlt } = usePlacedPictures(courseId)
  return {
    takeFiles: (files, at) => {
      if (editor) placeFiles(editor, files, at)
    },
    takePasted: (pictures) => (editor ? placePasted(editor, pictures) : () => undefined),
    takeEmbed: (text) => {
      if (!editor) return
      const at = insertionPlace(editor.state)?.to ?? editor.state.doc.content.size
      const line = new Arriving(editor, at, text.slice(0, 60), 'The player is on its way')
      void askEmbed(courseId, text).then((found) => {
        if (editor.isDestroyed) return
        line.end()
        if (found.type !== 'problem') placeEmbed(editor, found)
        if (found.type === 'player' && !found.blocked) void message.info(embedWords(found), 6)
        else void message.warning(embedWords(found), 10)
      })
    },
    takePicture: (item) => {
      if (editor) placeItem(editor, item)
    },
    unasked,
    answerAlt: (alt) => {
      answerAlt(editor, alt)
      if (unasked && alt) void rememberAlt(courseId, unasked.id, alt)
    },
  }
}
