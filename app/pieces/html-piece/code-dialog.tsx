import { Button } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { MOST_CODE } from '../../../core/kinds/html-piece/kind.ts'
import { useCodeField, useRunning } from './use-code.ts'
import { Dialog } from '../../shell/dialog.tsx'
import './code-dialog.css'

interface Props {
  code: string
  title: string
  onClose: () => void
  onKeep: (code: string, height: number | null) => void
}

/** Runs again so many milliseconds after the last key, once it has been started. */
const PAUSE = 600

/** The code of a piece on the left, what it does on the right. */
export default function CodeDialog({ code, title, onClose, onKeep }: Props) {
  const text = useRef(code)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const [problem, setProblem] = useState('')
  const running = useRunning(title)
  const holder = useCodeField(code, (typed) => {
    text.current = typed
    setProblem(typed.length > MOST_CODE ? tooLong(typed.length) : '')
    clearTimeout(timer.current)
    if (running.isRunning) timer.current = setTimeout(() => running.run(text.current), PAUSE)
  })
  useEffect(() => () => clearTimeout(timer.current), [])
  const keep = (): void => {
    onKeep(text.current.replaceAll('\r\n', '\n'), running.height.current)
    onClose()
  }
  return (
    <Dialog
      open
      width="min(1080px, calc(100vw - 40px))"
      title={title ? `Code: ${title}` : 'HTML piece'}
      onCancel={onClose}
      // A stray click outside must not throw code away.
      mask={{ closable: false }}
      footer={
        <span className="code-foot">
          <span className="soft" role="status">
            {problem || 'Runs sealed: no page around it, no network, nothing kept.'}
          </span>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" disabled={problem !== ''} onClick={keep}>
            Save the code
          </Button>
        </span>
      }
    >
      <div className="code-panes">
        <div className="code-editor" ref={holder} />
        <Result running={running} onRun={() => running.run(text.current)} />
      </div>
    </Dialog>
  )
}

const tooLong = (length: number): string =>
  `An HTML piece holds at most ${MOST_CODE.toLocaleString('en')} characters; this has ${length.toLocaleString('en')}.`

/** What the code does, and what it says. */
function Result({ running, onRun }: { running: ReturnType<typeof useRunning>; onRun: () => void }) {
  const { result, said, isRunning, end } = running
  return (
    <section className="code-result" aria-label="Result">
      <div className="code-bar">
        <Button size="small" onClick={onRun}>
          {isRunning ? 'Run again' : 'Run'}
        </Button>
        {isRunning && (
          <Button size="small" onClick={end}>
            Stop
          </Button>
        )}
      </div>
      <div ref={result} className="code-frame" />
      {!isRunning && <p className="soft">“Run” shows what the code does; from then on it follows what you type.</p>}
      {said.length > 0 && (
        <ol className="code-said" aria-label="What the code says">
          {said.map((words, at) => (
            <li key={at}>{words}</li>
          ))}
        </ol>
      )}
    </section>
  )
}
