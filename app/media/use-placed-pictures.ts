import type { Editor } from '@tiptap/core'
import { App } from 'antd'
import { useState } from 'react'
import { useFieldSay } from '../editor/field-say.ts'
import { placeFiles, placePicture, setPictureAlt } from './place-picture.ts'
import type { ShelfThing, UploadTo } from './upload.ts'

export interface PlacedPictures {
  readonly placeFiles: (editor: Editor, files: readonly File[], at?: number) => void
  readonly placeItem: (editor: Editor, item: ShelfThing) => void
  /** The picture whose alternative text is asked for now; null when none is. */
  readonly unasked: ShelfThing | null
  /** `alt` is null for later. */
  readonly answerAlt: (editor: Editor | null, alt: string | null) => void
}

/** Puts pictures where one writes, and asks for the alternative text of each, one after the other. */
export function usePlacedPictures(courseId: string, uploadTo?: UploadTo): PlacedPictures {
  const { message } = App.useApp()
  const say = useFieldSay()
  const [waiting, setWaiting] = useState<readonly ShelfThing[]>([])
  const unasked = waiting[0] ?? null
  return {
    placeFiles: (editor, files, at) =>
      void placeFiles(editor, courseId, files, at, uploadTo, say).then(({ placed, problems }) => {
        setWaiting((list) => [...list, ...placed])
        for (const problem of problems) void message.error(problem, 10)
      }),
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
