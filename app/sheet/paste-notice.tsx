import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { useMessages } from '../shell/messages.tsx'
import { ClipboardCheck, X } from 'lucide-react'
import { nanoid } from 'nanoid'
import { useEffect, useRef, useState } from 'react'
import { leftOutOfPaste } from '../../core/source/left-out.ts'
import { pasteAs } from '../editor/paste/clipboard.ts'
import { bringFromWeb } from '../media/bring-from-web.ts'
import type { LeftOutInHand } from './use-left-out.ts'
import {
  dismissPaste,
  lastPaste,
  type LastPaste,
  type Reading,
  sayInNotice,
  settledPaste,
} from '../editor/paste/last-paste.ts'

const NAMES: Readonly<Record<Reading, string>> = {
  clean: 'Clean it',
  looks: 'Keep colours and sizes',
  came: 'As it came',
  words: 'Keep text only',
  code: 'Read it as HTML',
}

interface Props {
  editor: Editor
  courseId: string
  leftOut: LeftOutInHand
}

/** What the last paste brought, until something else is written: its other readings are one click away. */
export function PasteNotice({ editor, courseId, leftOut }: Props) {
  const last = useEditorState({ editor, selector: ({ editor: { state } }) => lastPaste(state) })
  useLossesKept(editor, last, leftOut)
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

/** What a paste lost is kept beside the page when its author writes on, or leaves. */
function useLossesKept(editor: Editor, last: LastPaste | null, leftOut: LeftOutInHand): void {
  const settled = useEditorState({ editor, selector: ({ editor: { state } }) => settledPaste(state) })
  const latest = useRef({ last, leftOut })
  latest.current = { last, leftOut }
  const keep = (paste: LastPaste | null): void => {
    if (paste) latest.current.leftOut.keep(leftOutOfPaste(paste.leftOut, paste.clipboard.html, nanoid))
  }

  useEffect(() => keep(settled), [settled])

  useEffect(() => () => keep(latest.current.last), [])
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
