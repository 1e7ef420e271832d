import type { Node } from '@tiptap/pm/model'
import { Plugin } from '@tiptap/pm/state'
import { AddMarkStep, RemoveMarkStep, ReplaceStep, type Step } from 'prosemirror-transform'
import { problemAfter } from '../../core/document/check.ts'
import { FROM_OTHERS } from '../saving/local-steps.ts'

/** Typing and marking words can't make a page wrong: they are let through without a look. */
function isPlain(step: Step): boolean {
  if (step instanceof AddMarkStep || step instanceof RemoveMarkStep) return true
  if (!(step instanceof ReplaceStep)) return false
  const { content, openStart, openEnd } = step.slice
  return openStart === 0 && openEnd === 0 && content.content.every((node) => node.isText) && step.to - step.from < 200
}

/** Why the server would not take what a transaction makes of the page, as a sentence; null when it will. */
export function problemOf({ doc, steps }: { readonly doc: Node; readonly steps: readonly Step[] }): string | null {
  return steps.every(isPlain) ? null : problemAfter(doc, steps)
}

/**
 * A change that no page can hold (nested too deep, too large) is not made, and the author is told at once: later the
 * server would refuse it together with all that was written since.
 */
export function pageGuard(onRefused: (problem: string) => void): Plugin {
  return new Plugin({
    filterTransaction(transaction) {
      if (!transaction.docChanged || transaction.getMeta(FROM_OTHERS)) return true
      const problem = problemOf(transaction)
      if (problem) onRefused(problem)
      return problem === null
    },
  })
}
