import { withArticle } from '../kinds/article.ts'
import { Node } from 'prosemirror-model'
import { isA, kindOf } from '../kinds/facts.ts'
import { plainPassage } from './empty-passage.ts'
import { MOST_DEPTH } from './limits.ts'
import { schema } from './schema.ts'
import { isCleanText } from '../tree/characters.ts'

/** The most signs of a passage: a long answer. What needs more is a page, or a file. */
export const MOST_PASSAGE = 40_000

/** The most objects in its JSON: some three for each paragraph or item with words in it. */
const MOST_OBJECTS = 12_000

export type PassageRead =
  { readonly ok: true; readonly passage: Node } | { readonly ok: false; readonly reason: string }

const refuse = (reason: string): PassageRead => ({ ok: false, reason })

/** A passage from JSON that somebody sent. `reason` is a sentence for whoever wrote it. */
export function passageFromUnsafe(unsafe: unknown): PassageRead {
  const size = shapeOf(unsafe, MOST_DEPTH * 3)
  if (size === 'too deep') return refuse('What was sent is nested deeper than anything that can be written.')
  if (size === 'too much')
    return refuse('This holds more paragraphs, list items or other parts than can be sent at once. Send it in parts.')
  let passage: Node
  try {
    passage = Node.fromJSON(schema, unsafe)
    if (!isA(passage, 'passage')) return refuse('What was sent is not a passage.')
    passage.check()
  } catch {
    return refuse('What was sent can’t be read as a passage.')
  }
  return checked(passage)
}

function checked(passage: Node): PassageRead {
  let problem = ''
  let length = 0
  // Depth is counted on the way: to ask where a node stands costs its whole way from the top.
  const visit = (node: Node, depth: number): void => {
    if (kindOf(node).needsPage)
      problem ||= `${withArticle(kindOf(node).label)} stands in pages alone. Remove it, or write it in a page.`
    if (node.isText) {
      length += node.text?.length ?? 0
      if (!isCleanText(node.text ?? '')) problem ||= 'The text holds a character that can’t be shown.'
    }
    if (depth > MOST_DEPTH) problem ||= 'The text is nested deeper than can be shown.'
    node.forEach((child) => visit(child, depth + 1))
  }
  passage.forEach((child) => visit(child, 0))
  if (length > MOST_PASSAGE)
    problem ||= `This is ${length.toLocaleString('en')} characters long; at most ${MOST_PASSAGE.toLocaleString('en')} can be sent at once. Shorten it, or send it in parts.`
  return problem ? refuse(problem) : { ok: true, passage }
}

/** Looks at JSON no deeper and no wider than it may be, before anything walks it. */
function shapeOf(unsafe: unknown, levels: number): 'fine' | 'too deep' | 'too much' {
  const waiting: { value: unknown; depth: number }[] = [{ value: unsafe, depth: 0 }]
  let objects = 0
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, depth } = next
    if (typeof value !== 'object' || value === null) continue
    if (depth >= levels) return 'too deep'
    if (++objects > MOST_OBJECTS) return 'too much'
    for (const each of Object.values(value)) waiting.push({ value: each, depth: depth + 1 })
  }
  return 'fine'
}

/** A passage of our own from its stored JSON; throws when it is none. */
export function passageFromJson(json: unknown): Node {
  const passage = Node.fromJSON(schema, json)
  passage.check()
  return passage
}

/** A passage that says nothing: no words, no picture, nothing that stands for itself. */
export function isBlank(passage: Node): boolean {
  let hasSomething = false
  passage.descendants((node) => {
    if ((node.isText && node.text?.trim()) || kindOf(node).saysSomething) hasSomething = true
    return !hasSomething
  })
  return !hasSomething
}

/** A passage of plain words, a paragraph a line. */
export function passageOf(words: string): Node {
  return passageFromJson(plainPassage(words))
}
