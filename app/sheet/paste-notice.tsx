import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { ClipboardCheck, X } from 'lucide-react'
import { dismissPaste, lastPaste, pasteWordsAlone } from '../editor/clipboard.ts'

/** What the last paste brought, until something else is written: its words alone are one click away. */
export function PasteNotice({ editor }: { editor: Editor }) {
  const last = useEditorState({ editor, selector: ({ editor: { state } }) => lastPaste(state) })
  return (
    <div role="status">
      {last && (
        <p className="paste-notice">
          <ClipboardCheck size={15} aria-hidden />
          <span>{last.report}</span>
          {last.reading === 'clean' && last.text !== '' && (
            <button
              type="button"
              className="link-button"
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => pasteWordsAlone(editor.view)}
            >
              Keep text only
            </button>
          )}
          <button
            type="button"
            className="plain-button"
            aria-label="Dismiss"
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => dismissPaste(editor.view)}
          >
            <X size={14} aria-hidden />
          </button>
        </p>
      )}
    </div>
  )
}
