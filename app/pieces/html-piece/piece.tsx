import { MOST_INSTEAD } from '../../../core/kinds/html-piece/kind.ts'
import type { Node } from '@tiptap/pm/model'
import type { EditorView, NodeView } from '@tiptap/pm/view'
import { useState } from 'react'
import { startSealedFrame } from '../../sealed/sealed-frame.ts'
import { onDemand } from '../../shell/on-demand.tsx'
import { newHtmlPiece } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { WordsSetting } from '../words-setting.tsx'

const CodeDialog = onDemand(() => import('./code-dialog.tsx').then((module) => module.default))

function HtmlPieceSettings({ editor, position }: SettingsProps) {
  const [{ title, code, instead }, , keep] = useAttributes(editor, position)
  const [isOpen, setOpen] = useState(false)
  if (typeof title !== 'string' || typeof code !== 'string') return null
  return (
    <>
      <p className="soft">
        HTML, style and script of your own, in a sealed frame: it can’t reach the page, the network or anybody’s
        session.
      </p>
      <WordsSetting
        label="Title, for whoever can’t see it"
        most={300}
        value={title}
        placeholder="What the frame shows"
        onKeep={(words) => keep({ title: words })}
      />
      <WordsSetting
        label="Words for paper and e-books"
        most={MOST_INSTEAD}
        value={String(instead)}
        placeholder="What it shows, in a sentence or two"
        onKeep={(words) => keep({ instead: words })}
      />
      <button type="button" className="desk-button" onClick={() => setOpen(true)}>
        Edit the code
      </button>
      {isOpen && (
        <CodeDialog
          code={code}
          title={title}
          onClose={() => setOpen(false)}
          onKeep={(kept, height) => keep({ code: kept, ...(height ? { height } : {}) })}
        />
      )}
    </>
  )
}

/** The frame on the sheet. Code runs when the author asks for it, not by itself. */
class HtmlPieceView implements NodeView {
  readonly dom = document.createElement('figure')
  #stop: (() => void) | null = null

  constructor(private node: Node) {
    this.dom.className = 'html-piece'
    this.dom.contentEditable = 'false'
    this.#rest()
  }

  /** As it stands before it is run: what it is, and how to start it. */
  #rest(): void {
    this.#stop?.()
    this.#stop = null
    const { title, code } = this.node.attrs as { title: string; code: string }
    const words = document.createElement('span')
    words.textContent =
      code === ''
        ? 'An HTML piece without code yet: “Edit the code” in the side desk.'
        : `${title || 'HTML piece'} · ${code.length.toLocaleString('en')} characters of code`
    if (code === '') return this.dom.replaceChildren(words)
    const run = document.createElement('button')
    run.type = 'button'
    run.className = 'desk-button'
    run.textContent = 'Run'
    run.addEventListener('click', () => this.#run())
    this.#replace([words, run], run)
  }

  #run(): void {
    const { title, code, height } = this.node.attrs as { title: string; code: string; height: number }
    const { frame, stop } = startSealedFrame(code, title, {
      onHeight: (measured) => (frame.style.height = `${measured}px`),
    })
    frame.style.height = `${height}px`
    const end = document.createElement('button')
    end.type = 'button'
    end.className = 'desk-button html-piece-stop'
    end.textContent = 'Stop'
    end.addEventListener('click', () => this.#rest())
    this.#stop = stop
    this.#replace([end, frame], end)
  }

  /** Shows something else; a button that was pressed hands the focus to the one that stands in its place. */
  #replace(children: readonly globalThis.Node[], next: HTMLElement): void {
    const hadFocus = this.dom.contains(document.activeElement)
    this.dom.replaceChildren(...children)
    if (hadFocus) next.focus()
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false
    const isOther = node.attrs.code !== this.node.attrs.code || node.attrs.title !== this.node.attrs.title
    this.node = node
    if (isOther) this.#rest()
    return true
  }

  stopEvent(event: Event): boolean {
    return event.target instanceof HTMLButtonElement
  }

  ignoreMutation(): boolean {
    return true
  }

  destroy(): void {
    this.#stop?.()
  }
}

export const htmlPiece: Piece = {
  kind: 'htmlPiece',
  Settings: HtmlPieceSettings,
  view: (node: Node, _view: EditorView) => new HtmlPieceView(node),
  offer: {
    group: 'look',
    name: 'HTML piece',
    help: 'HTML, style and script of your own, in a sealed frame.',
    finds: ['code', 'script', 'custom', 'embed', 'widget'],
    effort: 'needs code',
    command: newHtmlPiece,
    outcome: () => 'Begins empty; the code is written in the side desk.',
    Example: () => (
      <code className="eg-code">
        {'<input type="range">'}
        <br />
        {'<output>1 : 6</output>'}
      </code>
    ),
  },
}
