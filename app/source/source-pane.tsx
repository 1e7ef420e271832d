import type { Editor } from '@tiptap/core'
import { useEffect, useRef, useState } from 'react'
import type { Diagnostic } from '../../core/source/check/diagnostic.ts'
import type { FragmentNotes } from '../../core/source/fragments.ts'
import { useMessages } from '../shell/messages.tsx'
import { LiveSource } from './live-source.ts'
import { SourceNotes } from './source-notes.tsx'
import './source-pane.css'

/** The page as HTML beside the sheet: both live, both editable. */
export default function SourcePane({ editor }: { editor: Editor }) {
  const message = useMessages()
  const section = useRef<HTMLElement>(null)
  const holder = useRef<HTMLDivElement>(null)
  const live = useRef<LiveSource | null>(null)
  const [notes, setNotes] = useState<readonly FragmentNotes[]>([])
  const [diagnostics, setDiagnostics] = useState<readonly Diagnostic[]>([])
  const [isReading, setReading] = useState(false)
  useEffect(() => {
    const source = new LiveSource(editor, section.current!, holder.current!, {
      onNotes: setNotes,
      onDiagnostics: setDiagnostics,
      onReading: setReading,
    })
    live.current = source
    return () => source.close()
  }, [editor])
  return (
    <section className="source-pane" aria-label="Source" ref={section}>
      <div className="source-editor" ref={holder} />
      <SourceNotes
        {...{ diagnostics, notes, isReading }}
        onShow={(line) => live.current?.show(line)}
        onRepair={(repair) => live.current?.repair(repair)}
        onKeep={(code) =>
          void message.info(
            live.current?.keep(code)
              ? 'It is kept as an HTML piece. Give the piece a title before you publish.'
              : 'That code does not stand in the source any more. Paste it again to keep it.',
            6,
          )
        }
      />
    </section>
  )
}
