import { Button } from 'antd'
import { useEffect, useMemo, useRef, useState } from 'react'
import { MOST_CODE } from '../../../core/kinds/html-piece/kind.ts'
import { apart, type CodeParts, problemOfParts, together } from '../../../core/sealed/parts.ts'
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

const FIELDS = [
  { part: 'html', label: 'HTML' },
  { part: 'style', label: 'Style (CSS)' },
  { part: 'script', label: 'Script (JavaScript)' },
] as const

const isSame = (some: CodeParts, others: CodeParts): boolean => FIELDS.every(({ part }) => some[part] === others[part])

/** One part of the code under its name. */
function CodeField({
  onChange,
  ...options
}: Parameters<typeof useCodeField>[0] & { onChange: (typed: string) => void }) {
  const holder = useCodeField(options, onChange)
  return (
    <section className="code-field">
      <h3>{options.label}</h3>
      <div className="code-editor" ref={holder} />
    </section>
  )
}

/** The code while it is edited, part by part, and what it does. */
function useParts(code: string, title: string) {
  const start = useMemo(() => apart(code), [code])
  const parts = useRef<CodeParts>(start)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const [problem, setProblem] = useState('')
  const running = useRunning(title)
  useEffect(() => () => clearTimeout(timer.current), [])
  // What nobody has touched stays as it was written, to the last space.
  const text = (): string => (isSame(parts.current, start) ? code : together(parts.current).replaceAll('\r\n', '\n'))
  const change = (part: keyof CodeParts, typed: string): void => {
    parts.current = { ...parts.current, [part]: typed }
    const { length } = text()
    setProblem(length > MOST_CODE ? tooLong(length) : problemOfParts(parts.current))
    clearTimeout(timer.current)
    if (running.isRunning) timer.current = setTimeout(() => running.run(text()), PAUSE)
  }
  return { start, text, change, problem, running }
}

/** The code of a piece on the left, what it does on the right. */
export default function CodeDialog({ code, title, onClose, onKeep }: Props) {
  const { start, text, change, problem, running } = useParts(code, title)
  const keep = (): void => {
    onKeep(text(), running.height.current)
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
        <div className="code-fields">
          {FIELDS.map(({ part, label }) => (
            <CodeField
              key={part}
              {...{ part, label }}
              start={start[part]}
              hasFocus={part === 'html'}
              onChange={(typed) => change(part, typed)}
            />
          ))}
        </div>
        <Result running={running} onRun={() => running.run(text())} />
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
