import type { EditorState } from '@tiptap/pm/state'
import { headingRuns } from '../../core/structure/headings.ts'
import { materialAt, materialOfPage, materialOfRun } from '../../core/structure/reshape/reshape.ts'
import { pieceAt } from '../editor/commands.ts'
import { kindLabel } from '../editor/kind-label.ts'
import type { Target, Turnable } from '../turning/targets.ts'

/**
 * What is to be turned into something else: the piece at the cursor, the headings around it, those of the page, or
 * whichever is there.
 */
export interface TurnCall {
  readonly name: 'turn'
  readonly of: 'piece' | 'headings' | 'page' | 'what is there'
  readonly target: Target | null
}

/** What can be turned at the cursor, the nearest first: the piece, or headings; all of the page last. */
export function turnablesHere(state: EditorState, of: TurnCall['of']): readonly Turnable[] {
  const { doc, selection } = state
  const piece = of === 'headings' || of === 'page' ? null : pieceAt(state)
  const material = piece && materialAt(doc, piece.position)
  if (material) return [{ label: `The ${kindLabel(piece.name).toLowerCase()}`, material }]
  const meant = of === 'page' ? [] : headingRuns(doc, selection.from, selection.to)
  const runs = meant.map((run) => ({ label: runLabel(run.titles, run.level), material: materialOfRun(doc, run) }))
  const whole = materialOfPage(doc)
  const isThere = runs.some((run) => run.material.from === whole?.from && run.material.to === whole.to)
  return whole && !isThere ? [...runs, { label: 'All headings of the page', material: whole }] : runs
}

function runLabel(titles: readonly string[], level: number): string {
  const first = titles[0]?.slice(0, 40) || 'no words'
  return titles.length === 1 ? `The heading “${first}”` : `${titles.length} headings of level ${level}, from “${first}”`
}
