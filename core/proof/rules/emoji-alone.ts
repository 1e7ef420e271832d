import { Transform } from 'prosemirror-transform'
import type { Rule } from '../rule.ts'

const EMOJI = /\p{Extended_Pictographic}/u
/** Emoji with their parts, and nothing else but signs around them. */
const ALONE = /^[\p{Extended_Pictographic}\p{Emoji_Modifier}\u200d\ufe0f\s\p{P}]+$/u
/** Signs of trade and law that Unicode counts as pictographs are words of the text. */
const LETTERS = /^[©®™‼⁉\s]+$/u

/** Lines that say what they say by emoji alone. */
export const emojiAlone: Rule = {
  id: 'emoji-alone',
  name: 'Emoji without words',
  severity: 'look',
  why: 'A screen reader says the name of an emoji, which need not be what you mean by it; on some devices it looks different, and some readers know none. Words beside it say it to everybody.',
  criterion: null,
  check: (page) => {
    const found: ReturnType<Rule['check']> = []
    page.descendants((node, position) => {
      if (!node.isTextblock) return true
      const words = node.textContent
      const holdsOthers = node.children.some((child) => !child.isText)
      if (!node.type.spec.code && !holdsOthers && EMOJI.test(words) && ALONE.test(words) && !LETTERS.test(words))
        found.push({
          from: position + 1,
          to: position + 1 + node.content.size,
          message: `“${words.trim().slice(0, 20).toWellFormed()}” stands without words.`,
          passage: words,
        })
      return false
    })
    return found
  },
  repairs: [{ id: 'words', label: 'Say it in words', asks: 'Words beside it' }],
  repair: (page, { to }, _id, words) => {
    const said = words.trim()
    if (said === '') return null
    const transform = new Transform(page)
    return transform.insert(to, page.type.schema.text(` ${said}`, page.resolve(to).marks()))
  },
  good: [{ html: '<p>✅ Done</p>' }, { html: '<p>©</p>' }, { html: '<pre>🧱</pre>' }, { html: '<p>1 2 3!</p>' }],
  bad: [
    { html: '<p>✅</p>', repair: 'words', words: 'Done', repaired: '<p>✅ Done</p>' },
    { html: '<ul><li>👍🏽!</li></ul>', repair: 'words', words: 'Right', repaired: '<ul><li>👍🏽! Right</li></ul>' },
  ],
}
