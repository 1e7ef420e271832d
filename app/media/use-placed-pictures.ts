import type { Editor } from '@tiptap/core'
import { useMessages } from '../shell/messages.tsx'
import { useState } from 'react'
import { useFieldSay } from '../editor/field-say.ts'
import type { PlacedPicture } from '../editor/paste/clipboard.ts'
import { placePasted } from './place-pasted.ts'
import { placeFiles, placePicture, setPictureAlt } from './place-picture.ts'
import type { ShelfThing, UploadTo } from './upload.ts'

export interface PlacedPictures {
  readonly placeFiles: (editor: Editor, files: readonly File[], at?: number) => void
  /** Takes the pictures of a paste; what is given back has those not come that are on their way. */
  readonly placePasted: (editor: Editor, pictures: readonly PlacedPicture[]) => () => void
  readonly placeItem: (editor: Editor, item: ShelfThing) => void
  /** The picture whose alternative text is asked for now; null when none is. */
  readonly unasked: ShelfThing | null
  /** `alt` is null for later. */
  readonly answerAlt: (editor: Editor | null, alt: string | null) => void
}

/** Puts pictures where one writes, and asks for the alternative text of each, one after the other. */
export function usePlacedPictures(courseId: string, uploadTo?: UploadTo): PlacedPictures {
  const message = useMessages()
  const say = useFieldSay()
  const [waiting, setWaiting] = useState<readonly ShelfThing[]>([])
  const unasked = waiting[0] ?? null
  return {
    placeFiles: (editor, files, at) =>
      void placeFiles(editor, courseId, files, at, uploadTo, say).then(({ placed, problems }) => {
        setWaiting((list) => [...list, ...placed])
        for (const problem of problems) void message.error(problem, 10)
      }),
    placePasted: (editor, pictures) => {
      let isStopped = false
      void placePasted(editor, pictures, { courseId, to: uploadTo, say }, () => isStopped).then(
        ({ placed, problems }) => {
          // One is asked for at once, as when it is dropped; of many, the proof has the list.
          if (placed.length === 1) setWaiting((list) => [...list, ...placed])
          else if (placed.length > 1) void message.info(say('field.withoutAlt', { count: placed.length }), 8)
          for (const problem of problems) void message.error(problem, 10)
        },
      )
      return () => (isStopped = true)
    },
    placeItem: (editor, item) => {
      placePicture(editor, item)
      setWaiting((list) => [...list, item])
    },
    unasked,
    answerAlt: (editor, alt) => {
      setWaiting((list) => list.slice(1))
      if (unasked && alt !== null && editor) setPictureAlt(editor, unasked.id, alt)
      editor?.view.focus()
    },
  }
}
