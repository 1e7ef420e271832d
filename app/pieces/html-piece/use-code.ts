import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { css } from '@codemirror/lang-css'
import { html } from '@codemirror/lang-html'
import { javascript } from '@codemirror/lang-javascript'
import { bracketMatching, syntaxHighlighting } from '@codemirror/language'
import { search, searchKeymap } from '@codemirror/search'
import { EditorState, type Extension } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'
import { useEffect, useRef, useState } from 'react'
import type { CodeParts } from '../../../core/sealed/parts.ts'
import { startSealedFrame } from '../../sealed/sealed-frame.ts'
import { pageNonce } from '../../shell/nonce.ts'
import { codeColours } from '../../source/code-colours.ts'

/** The languages of a piece, each with a field of its own. */
const LANGUAGES = {
  html: () => html({ autoCloseTags: true }),
  style: () => css(),
  script: () => javascript(),
} satisfies Record<keyof CodeParts, () => Extension>

interface FieldOptions {
  readonly part: keyof CodeParts
  readonly label: string
  /** The text it begins with. */
  readonly start: string
  readonly hasFocus: boolean
}

/** The field in which one part of the code is written; `onChange` is told its text. */
export function useCodeField({ part, label, start, hasFocus }: FieldOptions, onChange: (text: string) => void) {
  const holder = useRef<HTMLDivElement>(null)
  const latest = useRef(onChange)
  latest.current = onChange
  useEffect(() => {
    const extensions = [
      EditorView.cspNonce.of(pageNonce()),
      lineNumbers(),
      history(),
      drawSelection(),
      bracketMatching(),
      highlightActiveLine(),
      search({ top: true }),
      LANGUAGES[part](),
      syntaxHighlighting(codeColours),
      EditorView.lineWrapping,
      keymap.of([...defaultKeymap, ...historyKeymap, ...searchKeymap, indentWithTab]),
      EditorView.contentAttributes.of({ 'aria-label': label, spellcheck: 'false' }),
      EditorView.updateListener.of(({ docChanged, state }) => docChanged && latest.current(state.doc.toString())),
    ]
    const view = new EditorView({ parent: holder.current!, state: EditorState.create({ doc: start, extensions }) })
    if (hasFocus) view.focus()
    return () => view.destroy()
    // The code as it was when the dialog opened is where the editing begins.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  return holder
}

/** So many lines are shown of what code says. */
const MOST_SAID = 200

/** Code that runs in its frame, and what it says. */
export function useRunning(title: string) {
  const result = useRef<HTMLDivElement>(null)
  const height = useRef<number | null>(null)
  const stop = useRef<(() => void) | null>(null)
  const [said, setSaid] = useState<readonly string[]>([])
  const [isRunning, setRunning] = useState(false)
  useEffect(() => () => stop.current?.(), [])
  return {
    ...{ result, height, said, isRunning },
    run: (code: string): void => {
      stop.current?.()
      setSaid([])
      const started = startSealedFrame(code, title, {
        onHeight: (measured) => {
          height.current = measured
          started.frame.style.height = `${measured}px`
        },
        onSaid: (level, words) =>
          setSaid((list) =>
            list.length < MOST_SAID ? [...list, level === 'log' ? words : `${level}: ${words}`] : list,
          ),
      })
      stop.current = started.stop
      result.current?.replaceChildren(started.frame)
      setRunning(true)
    },
    end: (): void => {
      stop.current?.()
      stop.current = null
      setRunning(false)
    },
  }
}
