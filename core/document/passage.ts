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

/** Why a passage is not taken: a message for whoever wrote it (`core/words`), with what stands in it. */
export interface PassageProblem {
  readonly message: `field.passage${'TooDeep' | 'TooMuch' | 'Unread' | 'Piece' | 'Sign' | 'Long'}`
  readonly values?: Readonly<Record<string, number>>
}
export type PassageRead =
  { readonly ok: true; readonly passage: Node } | { readonly ok: false; readonly problem: PassageProblem }

const refuse = (message: PassageProblem['message']): PassageRead => ({ ok: false, problem: { message } })

/** A passage from JSON that somebody sent. */
export function passageFromUnsafe(unsafe: unknown): PassageRead {
  const size = shapeOf(unsafe, MOST_DEPTH * 3)
  if (size === 'too deep') return refuse('field.passageTooDeep')
  if (size === 'too much') return refuse('field.passageTooMuch')
  let passage: Node
  try {
    passage = Node.fromJSON(schema, unsafe)
    if (!isA(passage, 'passage')) return refuse('field.passageUnread')
    passage.check()
  } catch {
    return refuse('field.passageUnread')
  }
  return checked(passage)
}

function checked(passage: Node): PassageRead {
  let problem: PassageProblem['message'] | null = null
  let length = 0
  // Depth is counted on the way: to ask where a node stands costs its whole way from the top.
  const visit = (node: Node, depth: number): void => {
    if (kindOf(node).needsPage) problem ??= 'field.passagePiece'
    if (node.isText) {
      length += node.text?.length ?? 0
      if (!isCleanText(node.text ?? '')) problem ??= 'field.passageSign'
    }
    if (depth > MOST_DEPTH) problem ??= 'field.passageTooDeep'
    node.forEach((child) => visit(child, depth + 1))
  }
  passage.forEach((child) => visit(child, 0))
  if (problem) return refuse(problem)
  if (length > MOST_PASSAGE)
    return { ok: false, problem: { message: 'field.passageLong', values: { length, most: MOST_PASSAGE } } }
  return { ok: true, passage }
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
