import { Transform } from 'prosemirror-transform'
import type { Place, Rule } from '../rule.ts'
import { markOn } from '../../kinds/facts.ts'

/** Blanks of a template that nobody has filled. */
export const openBlank: Rule = {
  id: 'open-blank',
  name: 'Blank of a template still open',
  severity: 'right',
  why: 'These words were an example in the template. Students would read them as if they were meant for them.',
  criterion: null,
  check: (page) => {
    const found: Place[] = []
    page.descendants((node, position) => {
      const mark = markOn(node, 'blank')
      if (!mark?.attrs.isOpen) return
      const last = found.at(-1)
      const words = node.text ?? ' '
      if (last?.to === position && last.passage === String(mark.attrs.name))
        found[found.length - 1] = { ...last, to: position + node.nodeSize }
      else
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: `“${words.trim().slice(0, 60)}” is the template’s example for “${String(mark.attrs.name)}”.`,
          passage: String(mark.attrs.name),
        })
    })
    return found
  },
  repairs: [
    { id: 'fill', label: 'Fill it', asks: 'Words for it' },
    { id: 'keep', label: 'Keep these words' },
  ],
  repair: (page, { from, to }, id, words) => {
    const type = page.type.schema.marks.blank!
    if (id === 'keep') return new Transform(page).removeMark(from, to, type)
    const first = page.nodeAt(from)
    if (words.trim() === '' || !first) return null
    return new Transform(page).replaceWith(
      from,
      to,
      page.type.schema.text(words.trim(), type.removeFromSet(first.marks)),
    )
  },
  good: [{ html: '<p>At <span data-blank="Site">High Tarn</span>.</p>' }, { html: '<p>At High Tarn.</p>' }],
  bad: [
    {
      html: '<p>At <span data-blank="Site" data-open="yes">High <b>Tarn</b></span>.</p>',
      repair: 'fill',
      words: 'Low Moss',
      repaired: '<p>At Low Moss.</p>',
    },
    {
      html: '<p>At <span data-blank="Site" data-open="yes">High Tarn</span>.</p>',
      repair: 'keep',
      repaired: '<p>At High Tarn.</p>',
    },
  ],
}
