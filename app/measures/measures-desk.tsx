import type { Editor } from '@tiptap/core'
import { Selection } from '@tiptap/pm/state'
import { Ruler } from 'lucide-react'
import { useEffect, useState } from 'react'
import { type Advice, adviceOnPage } from '../../core/measures/advice.ts'
import { type Measures, measuresOf } from '../../core/measures/measures.ts'
import type { TurnCall } from '../sheet/turnables.ts'
import { TARGETS } from '../turning/targets.ts'

interface Measured {
  readonly measures: Measures
  readonly advice: readonly Advice[]
}

/** How long typing rests before the page is measured, in milliseconds. */
const PAUSE = 600

const measured = ({ state: { doc } }: Editor): Measured => {
  const measures = measuresOf(doc)
  return { measures, advice: adviceOnPage(doc, measures) }
}

/** The measures of the page, taken when the typing pauses; where things stand is asked when one goes there. */
function useMeasured(editor: Editor): Measured {
  const [now, setNow] = useState(() => measured(editor))
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const later = ({ transaction }: { transaction: { docChanged: boolean } }): void => {
      if (!transaction.docChanged) return
      clearTimeout(timer)
      timer = setTimeout(() => setNow(measured(editor)), PAUSE)
    }
    editor.on('transaction', later)
    return () => {
      clearTimeout(timer)
      editor.off('transaction', later)
    }
  }, [editor])
  return now
}

interface Props {
  editor: Editor
  onTurn: (of: TurnCall['of'], target: TurnCall['target']) => void
}

/** How the page is for whoever reads it, and what would make it better. */
export function MeasuresDesk({ editor, onTurn }: Props) {
  const { measures, advice } = useMeasured(editor)
  const { words, minutes, screens, hidden } = measures
  const share = words === 0 ? 0 : Math.round((hidden / words) * 100)
  return (
    <section className="measures">
      <h2>Measures</h2>
      <dl>
        <dt>To read</dt>
        <dd>{minutes} min</dd>
        <dt>On a phone</dt>
        <dd>about {screenWords(screens.phone)}</dd>
        <dt>On a computer</dt>
        <dd>about {screenWords(screens.computer)}</dd>
        <dt>Hidden at first sight</dt>
        <dd>{share}% of the words</dd>
      </dl>
      {advice.length > 0 && (
        <ul>
          {advice.map((each, at) => (
            <OneAdvice key={at} {...{ editor, onTurn }} advice={each} at={at} />
          ))}
        </ul>
      )}
    </section>
  )
}

const screenWords = (count: number): string => (count === 1 ? '1 screen' : `${count} screens`)

function OneAdvice({ editor, advice, at, onTurn }: Props & { advice: Advice; at: number }) {
  const { message, into, position } = advice
  // Others may have written above it since the page was measured.
  const go = (): void => {
    const { state, view } = editor
    const place = adviceOnPage(state.doc)[at]?.position ?? position ?? 0
    const selection = Selection.near(state.doc.resolve(Math.min(place + 1, state.doc.content.size)))
    view.dispatch(state.tr.setSelection(selection).scrollIntoView())
  }
  return (
    <li className="desk-advice">
      <Ruler size={15} aria-hidden />
      <div>
        {message}
        <div className="desk-choices">
          {position !== null && (
            <button type="button" className="link-button" onClick={() => (go(), editor.view.focus())}>
              Go there
            </button>
          )}
          {into && (
            <button
              type="button"
              className="link-button"
              onClick={() => {
                if (position !== null) go()
                onTurn(position === null ? 'page' : 'piece', into)
              }}
            >
              Turn into {TARGETS[into].inWords}…
            </button>
          )}
        </div>
      </div>
    </li>
  )
}
