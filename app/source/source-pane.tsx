import type { Editor } from '@tiptap/core'
import { nanoid } from 'nanoid'
import { useEffect, useRef, useState } from 'react'
import type { SourceFinding } from '../../core/source/check/diagnostic.ts'
import type { FragmentNotes } from '../../core/source/fragments.ts'
import { leftOutOf } from '../../core/source/left-out.ts'
import type { LeftOutInHand } from '../sheet/use-left-out.ts'
import { useMessages } from '../shell/messages.tsx'
import { LiveSource, type Reading } from './live-source.ts'
import { SourceBar } from './source-bar.tsx'
import { keyOf, SourceNotes } from './source-notes.tsx'
import './source-pane.css'

interface Props {
  editor: Editor
  leftOut: LeftOutInHand
}

/** The page as HTML beside the sheet: both live, both editable. */
export default function SourcePane({ editor, leftOut }: Props) {
  const message = useMessages()
  const section = useRef<HTMLElement>(null)
  const holder = useRef<HTMLDivElement>(null)
  const [diagnostics, setDiagnostics] = useState<readonly SourceFinding[]>([])
  const [reading, setReading] = useState<Reading>('done')
  const [isAlone, setAlone] = useState(false)
  const { notes, setNotes, take, left } = useNotes(leftOut)
  const live = useRef<LiveSource | null>(null)
  useEffect(() => {
    const source = new LiveSource(editor, section.current!, holder.current!, {
      onNotes: setNotes,
      onDiagnostics: setDiagnostics,
      onLeft: (fragments) => left.current(fragments),
      onAlone: setAlone,
      onReading: setReading,
    })
    live.current = source
    return () => source.close()
  }, [editor, setNotes, left])
  return (
    <section className="source-pane" aria-label="Source" ref={section}>
      <SourceBar
        isAlone={isAlone}
        onFind={() => live.current?.find()}
        onGoToLine={() => live.current?.goToLine()}
        onFold={(isFolded) => live.current?.fold(isFolded)}
        onAlone={(next) => live.current?.showAlone(next)}
        onPutInOrder={() => live.current?.putInOrder()}
      />
      <div className="source-editor" ref={holder} />
      <SourceNotes
        {...{ diagnostics, notes, reading, leftOut }}
        onShow={(line) => live.current?.show(line)}
        onRepair={(repair) => live.current?.repair(repair)}
        onTake={take}
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

/** What came of the text as it was read last. What nobody took so is kept beside the page when the text is left. */
function useNotes(leftOut: LeftOutInHand) {
  const [all, setNotes] = useState<readonly FragmentNotes[]>([])
  // By what was said of what: the same said of other code is told.
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set())
  const untaken = (notes: readonly FragmentNotes[]): FragmentNotes[] => notes.filter((note) => !taken.has(keyOf(note)))
  const keep = (fragments: readonly FragmentNotes[]): void => {
    leftOut.keep(leftOutOf(untaken(fragments), nanoid))
    setNotes([])
  }
  const left = useRef(keep)
  left.current = keep
  const take = (note: FragmentNotes): void => setTaken((before) => new Set(before).add(keyOf(note)))
  return { notes: untaken(all), setNotes, take, left }
}
