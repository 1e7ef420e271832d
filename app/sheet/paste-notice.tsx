import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { ClipboardCheck, X } from 'lucide-react'
import { dismissPaste, lastPaste, pasteAs, type Reading } from '../editor/clipboard.ts'

const NAMES: Readonly<Record<Reading, string>> = {
  clean: 'Clean it',
  looks: 'Keep colours and sizes',
  came: 'As it came',
  words: 'Keep text only',
  code: 'Read it as HTML',
}

/** What the last paste brought, until something else is written: its other readings are one click away. */
export function PasteNotice({ editor }: { editor: Editor }) {
  const last = useEditorState({ editor, selector: ({ editor: { state } }) => lastPaste(state) })
  return (
    <div role="status">
      {last && (
        <p className="paste-notice">
          <ClipboardCheck size={15} aria-hidden />
          <span>{last.report}</span>
          {last.readings
            .filter((reading) => reading !== last.reading && (reading !== 'words' || last.text !== ''))
            .map((reading) => (
              <button
                key={reading}
                type="button"
                className="link-button"
                onMouseDown={(event) => event.preventDefault()}
                onClick={() => pasteAs(editor.view, reading)}
              >
                {NAMES[reading]}
              </button>
            ))}
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
