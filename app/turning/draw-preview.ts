import { Fragment } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { renderBlocks } from '../../core/html/render.ts'
import { fillSlots, filledWord } from '../../core/html/slots.ts'
import type { Material } from '../../core/structure/reshape/reshape.ts'
import { sayIn } from '../../core/words/say.ts'

/** So much is drawn, in positions of the page: some ten screens. */
const MOST = 40_000

/** What a change has made of something, as students will receive it. What only a server fills stays empty. */
export function drawPreview(
  { doc, mapping }: Transform,
  { from, to }: Material,
  language: string,
): { html: string; isCut: boolean } {
  const $from = doc.resolve(from)
  const end = mapping.map(to, 1)
  const made = $from.parent.content.cut($from.parentOffset, $from.parentOffset + end - from)
  const isCut = made.size > MOST
  const blocks = isCut ? made.cut(0, MOST) : made
  const { schema } = doc.type
  const title = schema.node('title')
  const page = schema.nodes.doc!.create(null, Fragment.from(title).append(blocks))
  const { written } = renderBlocks(page, page.type.create(null, blocks), title.nodeSize, { arePlaces: false })
  const say = sayIn(language)
  return { html: fillSlots(written, (slot) => filledWord(slot, say) ?? ''), isCut }
}
