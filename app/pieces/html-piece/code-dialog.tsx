import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { html } from '@codemirror/lang-html'
import { bracketMatching, syntaxHighlighting } from '@codemirror/language'
import { search, searchKeymap } from '@codemirror/search'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'
import { Button, Modal } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { MOST_CODE } from '../../../core/kinds/html-piece/kind.ts'
import { startSealedFrame } from '../../sealed/sealed-frame.ts'
import { pageNonce } from '../../shell/nonce.ts'
import { codeColours } from '../../source/code-colours.ts'
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
  const holder = useRef<HTMLDivElement>(null)
  const result = useRef<HTMLDivElement>(null)
  const text = useRef(code)
  const height = useRef<number | null>(null)
  const stop = useRef<(() => void) | null>(null)
  const [said, setSaid] = useState<readonly string[]>([])
  const [isRunning, setRunning] = useState(false)
  const [problem, setProblem] = useState('')

  const end = (): void => {
    stop.current?.()
    stop.current = null
    setRunning(false)
  }
  const run = (): void => {
    stop.current?.()
    setSaid([])
    const started = startSealedFrame(text.current, title, {
      onHeight: (measured) => {
        height.current = measured
        started.frame.style.height = `${measured}px`
      },
      onSaid: (level, words) =>
        setSaid((list) => (list.length < 200 ? [...list, level === 'log' ? words : `${level}: ${words}`] : list)),
    })
    stop.current = started.stop
    result.current?.replaceChildren(started.frame)
    setRunning(true)
  }
  const latest = useRef({ run, isRunning })
  latest.current = { run, isRunning }

  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const view = new EditorView({
      parent: holder.current!,
      state: EditorState.create({
        doc: code,
        extensions: [
          EditorView.cspNonce.of(pageNonce()),
          lineNumbers(),
          history(),
          drawSelection(),
          bracketMatching(),
          highlightActiveLine(),
          search({ top: true }),
          html({ autoCloseTags: true }),
          syntaxHighlighting(codeColours),
          EditorView.lineWrapping,
          keymap.of([...defaultKeymap, ...historyKeymap, ...searchKeymap, indentWithTab]),
          EditorView.contentAttributes.of({ 'aria-label': 'Code of the piece', spellcheck: 'false' }),
          EditorView.updateListener.of((update) => {
            if (!update.docChanged) return
            text.current = update.state.doc.toString()
            setProblem(
              text.current.length > MOST_CODE
                ? `A code piece holds at most ${MOST_CODE.toLocaleString('en')} characters; this has ${text.current.length.toLocaleString('en')}.`
                : '',
            )
            clearTimeout(timer)
            if (latest.current.isRunning) timer = setTimeout(() => latest.current.run(), PAUSE)
          }),
        ],
      }),
    })
    view.focus()
    return () => {
      clearTimeout(timer)
      view.destroy()
      stop.current?.()
    }
    // The code as it was when the dialog opened is where the editing begins.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])

  const keep = (): void => {
    onKeep(text.current.replaceAll('\r\n', '\n'), height.current)
    onClose()
  }
  return (
    <Modal
      open
      width="min(1080px, calc(100vw - 40px))"
      title={title ? `Code: ${title}` : 'Code piece'}
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
            Keep the code
          </Button>
        </span>
      }
    >
      <div className="code-panes">
        <div className="code-editor" ref={holder} />
        <section className="code-result" aria-label="Result">
          <div className="code-bar">
            <Button size="small" onClick={run}>
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
      </div>
    </Modal>
  )
}
