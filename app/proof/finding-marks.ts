import type { Editor } from '@tiptap/core'
import { type Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import type { Finding } from '../../core/proof/proof.ts'
import { movingMarks } from '../editor/moving-marks.ts'
import { latestState } from '../saving/latest-state.ts'

const key = new PluginKey<DecorationSet>('findings')

/** Marks on the sheet where something was found; they move with the words until the next look. */
export const findingMarks = (): Plugin<DecorationSet> => movingMarks(key)

/** Shows these findings and no others. */
export function markFindings({ view }: Editor, findings: readonly Finding[]): void {
  const state = latestState(view)
  const marks = findings
    .filter(({ to }) => to <= state.doc.content.size)
    .map(({ from, to, severity, message }) => {
      const node = state.doc.nodeAt(from)
      const isWhole = node !== null && !node.isText && from + node.nodeSize === to
      // Whoever hears the page hears it at its words (`aria-description` of WAI-ARIA 1.3).
      const attributes = { class: `finding is-${severity}`, 'aria-description': message }
      return isWhole
        ? Decoration.node(from, to, attributes, { severity })
        : Decoration.inline(from, to, attributes, { severity })
    })
  const before = key.getState(state)?.find() ?? []
  const shown = (list: readonly Decoration[]): string =>
    JSON.stringify(list.map(({ from, to, spec }) => [from, to, (spec as { severity?: string }).severity]).sort())
  if (shown(before) === shown(marks)) return
  view.dispatch(state.tr.setMeta(key, DecorationSet.create(state.doc, marks)).setMeta('addToHistory', false))
}
