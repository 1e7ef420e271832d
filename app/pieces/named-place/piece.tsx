import type { Node } from '@tiptap/pm/model'
import type { NodeView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { placeTitle } from '../../../core/links/places.ts'
import { askPlace } from '../../editor/places/asking.ts'
import type { Piece } from '../piece.ts'
import './named-place.css'

/** The sign of a place on the sheet: students don't see it. */
class NamedPlaceView implements NodeView {
  readonly dom = document.createElement('span')

  constructor(node: Node) {
    this.dom.className = 'named-place'
    this.dom.contentEditable = 'false'
    this.dom.setAttribute('role', 'img')
    this.#tell(node)
  }

  update(node: Node): boolean {
    if (!isA(node, 'namedPlace')) return false
    this.#tell(node)
    return true
  }

  ignoreMutation = (): boolean => true

  #tell(node: Node): void {
    this.dom.dataset.place = String(node.attrs.id)
    this.dom.title = `Named place: ${placeTitle(node)}`
    this.dom.setAttribute('aria-label', `Named place: ${placeTitle(node)}`)
  }
}

export const namedPlace: Piece = {
  kind: 'namedPlace',
  view: (node) => new NamedPlaceView(node),
  offer: {
    group: 'apart',
    name: 'Named place',
    help: 'A place in the text that links can lead to. Students don’t see it.',
    effort: 'ready',
    command: askPlace,
    asks: true,
    outcome: () => 'Asks what you call the place.',
    Example: () => (
      <span className="eg-place">
        <i />
        <b />
        <i />
      </span>
    ),
  },
}
