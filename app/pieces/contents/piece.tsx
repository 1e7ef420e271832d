import { headingLevel, pieceDepth } from '../../../core/kinds/facts.ts'
import type { Node } from '@tiptap/pm/model'
import type { EditorView, NodeView } from '@tiptap/pm/view'
import { newContents } from '../../editor/insert-commands.ts'
import { useAttributes } from '../use-attributes.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import type { Piece, SettingsProps } from '../piece.ts'

function ContentsSettings({ editor, position }: SettingsProps) {
  const [{ deepest, of }, set] = useAttributes(editor, position)
  if (deepest === undefined) return null
  return (
    <>
      <p className="soft">
        Made from headings and from the titles of tabs and other parts. It keeps itself up to date.
      </p>
      <ChoiceSetting
        label="List the headings of"
        value={String(of)}
        onChange={(value) => set('of', value)}
        options={[
          ['page', 'The page'],
          ['piece', 'The piece around it'],
        ]}
      />
      <ChoiceSetting
        label="Headings down to level"
        value={Number(deepest)}
        onChange={(value) => set('deepest', value)}
        options={[2, 3, 4, 5, 6].map((level) => [level, String(level)])}
      />
    </>
  )
}

interface Listed {
  level: number
  words: string
}

/** The page, or the piece around a place where a list of contents shows that. */
function listedIn(page: Node, position: number | undefined, of: unknown): Node {
  if (of !== 'piece' || position === undefined) return page
  const $position = page.resolve(position)
  const depth = pieceDepth($position)
  return depth === null ? page : $position.node(depth)
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
    private readonly getPosition: () => number | undefined,
  ) {
    this.dom.className = 'contents-list'
    this.dom.contentEditable = 'false'
    this.#draw()
    // The headings stand elsewhere in the page: looked at now and then, not with every key.
    this.#timer = setInterval(() => this.#draw(), 500)
  }

  #draw(): void {
    const entries = listed(
      listedIn(this.view.state.doc, this.getPosition(), this.node.attrs.of),
      Number(this.node.attrs.deepest),
    )
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
      entries.length > 0
        ? list
        : this.node.attrs.of === 'piece'
          ? 'Headings and titles of the piece around it are listed here, as soon as there are some.'
          : 'Headings of the page are listed here, as soon as there are some.',
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
  view: (...given) => new ContentsView(...given),
  offer: {
    group: 'fold',
    name: 'Contents',
    help: 'Made from the headings, always current.',
    finds: ['table of contents', 'overview', 'headings'],
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
