import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { useMessages } from '../shell/messages.tsx'
import { ClipboardCheck, X } from 'lucide-react'
import { useState } from 'react'
import { pasteAs } from '../editor/paste/clipboard.ts'
import { bringFromWeb } from '../media/bring-from-web.ts'
import { dismissPaste, lastPaste, type Reading, sayInNotice } from '../editor/paste/last-paste.ts'

const NAMES: Readonly<Record<Reading, string>> = {
  clean: 'Clean it',
  looks: 'Keep colours and sizes',
  came: 'As it came',
  words: 'Keep text only',
  code: 'Read it as HTML',
}

/** What the last paste brought, until something else is written: its other readings are one click away. */
export function PasteNotice({ editor, courseId }: { editor: Editor; courseId: string }) {
  const last = useEditorState({ editor, selector: ({ editor: { state } }) => lastPaste(state) })
  return (
    <div role="status">
      {last && (
        <p className="paste-notice">
          <ClipboardCheck size={15} aria-hidden />
          <span className="paste-said">
            <span>{last.report}</span>
            <span className="paste-ways">
              {last.readings
                .filter((reading) => reading !== last.reading && (reading !== 'words' || last.clipboard.text !== ''))
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
              {last.onTheWeb.length > 0 && (
                <BringIn key={last.onTheWeb.join(' ')} {...{ editor, courseId }} addresses={last.onTheWeb} />
              )}
            </span>
          </span>
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

/** Pictures on the web stay links until somebody brings them in: whose they are, nobody but the author knows. */
function BringIn({ editor, courseId, addresses }: { editor: Editor; courseId: string; addresses: readonly string[] }) {
  const message = useMessages()
  const [isBusy, setBusy] = useState(false)
  const bring = async (): Promise<void> => {
    setBusy(true)
    const { placed, problems } = await bringFromWeb(editor, courseId, addresses)
    setBusy(false)
    const report = `${placed === 1 ? '1 picture is' : `${placed} pictures are`} on the page now. Say whose they are where that is asked for.`
    if (!editor.isDestroyed && placed > 0) editor.view.dispatch(sayInNotice(editor.state.tr, report))
    for (const problem of problems) void message.warning(problem, 10)
  }
  return (
    <button
      type="button"
      className="link-button"
      disabled={isBusy}
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => void bring()}
    >
      {isBusy
        ? 'Bringing in…'
        : addresses.length === 1
          ? 'Bring in the picture'
          : `Bring in ${addresses.length} pictures`}
    </button>
  )
}
