import { enableCoreExtensions } from '../editor/core-extensions.ts'
import { Editor } from '@tiptap/core'
import { Selection } from '@tiptap/pm/state'
import { useMessages } from '../shell/messages.tsx'
import { type RefObject, useLayoutEffect, useRef, useState } from 'react'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import type { PlacedPicture } from '../editor/paste/clipboard.ts'
import { useFieldSay } from '../editor/field-say.ts'
import { passageExtensions, type Question } from './passage-extensions.ts'
import type { PassageEditorProps } from './rich-field.tsx'

interface Events {
  onAsk: (question: Question) => void
  onFiles: (editor: Editor, files: readonly File[], at?: number) => boolean
  /** Null where no pictures are taken. */
  onPictures: ((editor: Editor, pictures: readonly PlacedPicture[]) => () => void) | null
}

/** The editor of a field, in the place of the plain field that stood there: what was typed goes over into it. */
export function usePassage(
  { label, start, isFocused, takeTyped, onTaken, onChange, onSend }: PassageEditorProps,
  { onAsk, onFiles, onPictures }: Events,
): { editor: Editor | null; holder: RefObject<HTMLDivElement | null> } {
  const message = useMessages()
  const say = useFieldSay()
  const [editor, setEditor] = useState<Editor | null>(null)
  const holder = useRef<HTMLDivElement>(null)
  const latest = useRef({ onChange, onSend, onAsk, onFiles, onPictures })
  latest.current = { onChange, onSend, onAsk, onFiles, onPictures }
  // In one go with taking the plain field away, so that no key falls between the two.
  useLayoutEffect(() => {
    const made: Editor = new Editor({
      element: holder.current,
      extensions: passageExtensions({
        onAsk: (question) => latest.current.onAsk(question),
        onSend: () => latest.current.onSend?.(),
        onFiles: (files, at) => latest.current.onFiles(made, files, at),
        onPictures: (pictures) => {
          if (latest.current.onPictures) return latest.current.onPictures(made, pictures)
          void message.info(say('field.noPicturesHere', { count: pictures.length }), 8)
          return () => undefined
        },
        onTrouble: (words) => void message.info(words, 8),
        say,
      }),
      content: takeTyped() ?? start ?? emptyPassage,
      injectCSS: false,
      enableCoreExtensions,
      editorProps: { attributes: attributesOf(label) },
    })
    made.on('update', () => latest.current.onChange(made.getJSON()))
    if (isFocused()) {
      made.view.dispatch(made.state.tr.setSelection(Selection.atEnd(made.state.doc)))
      made.view.focus()
    }
    setEditor(made)
    onTaken()
    return () => made.destroy()
    // What the field began with is where its editor begins; from there on the editor knows best.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  return { editor, holder }
}

const attributesOf = (label: string): Record<string, string> => ({
  class: 'page-content',
  'aria-label': label,
  role: 'textbox',
  'aria-multiline': 'true',
  spellcheck: 'true',
  dir: 'auto',
})
