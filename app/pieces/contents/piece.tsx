import { headingLevel } from '../../../core/kinds/facts.ts'
import type { Node } from '@tiptap/pm/model'
import type { EditorView, NodeView } from '@tiptap/pm/view'
import { useEditorState } from '@tiptap/react'
import { newContents } from '../../editor/insert-commands.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import type { Piece, SettingsProps } from '../piece.ts'

function ContentsSettings({ editor, position }: SettingsProps) {
  const deepest = useEditorState({
    editor,
    selector: ({ editor: { state } }) => Number(state.doc.nodeAt(position)?.attrs.deepest),
  })
  const set = (value: number): void =>
    editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'deepest', value))
  return (
    <>
      <p className="soft">Made from the headings of the page and the titles of its tabs; it follows them by itself.</p>
      <ChoiceSetting
        label="Headings down to level"
        value={deepest}
        onChange={set}
        options={[2, 3, 4].map((level) => [level, String(level)])}
      />
    </>
  )
}

interface Listed {
  level: number
  words: string
}

/** The headings that a list of contents shows, as the published page will have them. */
function listed(page: Node, deepest: number): Listed[] {
  const found: Listed[] = []
  page.descendants((node, _position, parent) => {
    const level = headingLevel(node, parent)
    if (level !== null) found.push({ level, words: (node.isTextblock ? node : node.firstChild)?.textContent ?? '' })
    return !node.isTextblock
  })
  return found.filter(({ level, words }) => level <= deepest && words !== '')
}

/** The list as it stands now, kept up to date while the headings are written. */
class ContentsView implements NodeView {
  readonly dom = document.createElement('nav')
  #shown = ''
  readonly #timer: ReturnType<typeof setInterval>

  constructor(
    private node: Node,
    private readonly view: EditorView,
  ) {
    this.dom.className = 'contents-list'
    this.dom.contentEditable = 'false'
    this.#draw()
    // The headings stand elsewhere in the page: looked at now and then, not with every key.
    this.#timer = setInterval(() => this.#draw(), 500)
  }

  #draw(): void {
    const entries = listed(this.view.state.doc, Number(this.node.attrs.deepest))
    const shown = JSON.stringify(entries)
    if (shown === this.#shown) return
    this.#shown = shown
    const list = document.createElement('ul')
    for (const { level, words } of entries) {
      const item = document.createElement('li')
      item.style.marginInlineStart = `${(level - 2) * 18}px`
      item.textContent = words
      list.append(item)
    }
    this.dom.replaceChildren(
      entries.length > 0 ? list : 'Headings of the page are listed here, as soon as there are some.',
    )
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

  destroy(): void {
    clearInterval(this.#timer)
  }
}

export const contents: Piece = {
  kind: 'contents',
  Settings: ContentsSettings,
  view: (node, view) => new ContentsView(node, view),
  offer: {
    group: 'fold',
    name: 'Contents',
    help: 'Made from the headings, always current.',
    finds: ['table of contents', 'overview'],
    effort: 'ready',
    command: newContents,
    outcome: () => 'Lists the headings of this page.',
    Example: () => (
      <span className="eg-contents">
        On a slope
        <br />
        Where the water goes
      </span>
    ),
  },
}
