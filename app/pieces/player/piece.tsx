import type { Node } from '@tiptap/pm/model'
import type { NodeView } from '@tiptap/pm/view'
import { useEditorState } from '@tiptap/react'
import { useState } from 'react'
import { PLAYER_SANDBOX } from '../../../core/kinds/player/kind.ts'
import type { Examined } from '../../../server/embeds/examine.server.ts'
import { askEmbed, embedWords } from '../../embeds/place-embed.ts'
import { courseHere } from '../../shell/course-here.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { WordsSetting } from '../words-setting.tsx'

interface Attrs {
  address: string
  link: string
  title: string
  width: number
  height: number
}

function PlayerSettings({ editor, position }: SettingsProps) {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) => state.doc.nodeAt(position)?.attrs as Attrs | undefined,
    equalityFn: (a, b) => a === b,
  })
  const [tried, setTried] = useState<Examined | 'asking' | null>(null)
  if (attrs?.address === undefined) return null
  const tryIt = (): void => {
    setTried('asking')
    void askEmbed(
      courseHere(),
      attrs.link || `<iframe src="${attrs.address.replaceAll('"', '&quot;')}"></iframe>`,
    ).then(setTried)
  }
  return (
    <>
      <WordsSetting
        label="Title, for whoever can’t see it"
        most={300}
        value={attrs.title}
        onKeep={(title) => editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'title', title))}
      />
      {attrs.title === '' && (
        <p className="field-problem">Without a title nobody knows what the frame holds before going in.</p>
      )}
      <p className="soft">
        {new URL(attrs.address).host} · {attrs.width} × {attrs.height}
      </p>
      <button
        type="button"
        className="desk-button"
        onClick={tried === 'asking' ? undefined : tryIt}
        aria-disabled={tried === 'asking'}
      >
        Try as students see it
      </button>
      <p
        className={
          tried && tried !== 'asking' && (tried.type !== 'player' || tried.blocked)
            ? 'desk-advice is-trouble'
            : 'desk-advice'
        }
        role="status"
      >
        <span>{tried === 'asking' ? 'Checking…' : tried ? embedWords(tried) : ''}</span>
      </p>
    </>
  )
}

/** The player in its ratio. It is selected by a click and played by the next. */
class PlayerView implements NodeView {
  readonly dom = document.createElement('figure')
  readonly #frame = document.createElement('iframe')
  readonly #words = document.createElement('span')

  constructor(private node: Node) {
    this.dom.className = 'player'
    this.dom.contentEditable = 'false'
    this.#frame.setAttribute('sandbox', PLAYER_SANDBOX)
    // Tab stays with the text; it is played by the mouse here, by keys where students see it.
    this.#frame.tabIndex = -1
    this.#frame.allow = 'fullscreen; picture-in-picture'
    this.#frame.referrerPolicy = 'strict-origin-when-cross-origin'
    this.dom.append(this.#frame, this.#words)
    this.#draw()
  }

  #draw(): void {
    const { address, title, width, height } = this.node.attrs as Attrs
    if (this.#frame.getAttribute('src') !== address) this.#frame.src = address
    this.#frame.title = title || 'Player'
    this.#frame.style.aspectRatio = `${width} / ${height}`
    this.#words.textContent = `${title || 'No title yet'} (${new URL(address).hostname})`
  }

  selectNode(): void {
    this.dom.classList.add('ProseMirror-selectednode')
  }

  deselectNode(): void {
    this.dom.classList.remove('ProseMirror-selectednode')
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false
    this.node = node
    this.#draw()
    return true
  }

  ignoreMutation(): boolean {
    return true
  }
}

export const player: Piece = { kind: 'player', Settings: PlayerSettings, view: (node) => new PlayerView(node) }
