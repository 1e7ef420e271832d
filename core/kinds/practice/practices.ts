import type { Node } from 'prosemirror-model'

/** A practice question of a page, under the name that forms and addresses use for it. */
export interface Practice {
  readonly name: string
  readonly node: Node
  /** Where the node begins in the page. */
  readonly position: number
}

/** The practice questions of a page in order; one without an id is named by its number. No two have the same name. */
export function practicesOf(page: Node): Practice[] {
  const found: Practice[] = []
  const taken = new Set<string>()
  page.descendants((node, position) => {
    if (node.type.name === 'practice') {
      const wished = (node.attrs.id as string | null) ?? `question-${found.length + 1}`
      let name = wished
      for (let number = 2; taken.has(name); number++) name = `${wished}-${number}`
      taken.add(name)
      found.push({ name, node, position })
    }
    return !node.isTextblock
  })
  return found
}

/** One answer as it was chosen. */
export interface ChosenAnswer {
  readonly index: number
  readonly isRight: boolean
  readonly text: string
  /** The node of its feedback, and where that begins in the page. */
  readonly feedback: Node
  readonly position: number
}

export interface Verdict {
  /** Every right answer chosen and no other. */
  readonly isRight: boolean
  readonly chosen: readonly ChosenAnswer[]
}

/** What choosing these answers (numbered from 0) comes to; null when nothing that exists was chosen. */
export function judge({ node, position }: Practice, choices: readonly number[]): Verdict | null {
  const chosen: ChosenAnswer[] = []
  let isRight = true
  let index = 0
  node.forEach((answer, offset) => {
    if (answer.type.name !== 'answer') return
    const at = index++
    const isChosen = choices.includes(at)
    if (isChosen !== Boolean(answer.attrs.isRight)) isRight = false
    if (!isChosen) return
    const [text, feedback] = [answer.child(0), answer.child(1)]
    chosen.push({
      index: at,
      isRight: Boolean(answer.attrs.isRight),
      text: text.textContent,
      feedback,
      position: position + 1 + offset + 1 + text.nodeSize,
    })
  })
  return chosen.length === 0 ? null : { isRight, chosen }
}
