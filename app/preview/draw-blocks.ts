import { Fragment } from 'prosemirror-model'
import { schema } from '../../core/document/schema.ts'
import { renderBlocks } from '../../core/html/render.ts'
import { fillSlots, filledWord } from '../../core/html/slots.ts'
import { sayIn } from '../../core/words/say.ts'

/** So much is drawn, in positions of the page: some ten screens. */
const MOST = 40_000

/** Blocks as students will receive them, as HTML. What only a server fills stays empty. */
export function drawBlocks(made: Fragment, language: string): { html: string; isCut: boolean } {
  const isCut = made.size > MOST
  // The editor has a schema of its own, with the same kinds.
  const blocks = Fragment.fromJSON(schema, (isCut ? made.cut(0, MOST) : made).toJSON())
  const title = schema.node('title')
  const page = schema.nodes.doc.create(null, Fragment.from(title).append(blocks))
  const { written } = renderBlocks(page, page.type.create(null, blocks), title.nodeSize, { arePlaces: false })
  const say = sayIn(language)
  return { html: fillSlots(written, (slot) => filledWord(slot, say) ?? ''), isCut }
}
