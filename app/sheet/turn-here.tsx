import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import type { Transform } from 'prosemirror-transform'
import { useMemo } from 'react'
import { type Material, reshape } from '../../core/structure/reshape/reshape.ts'
import type { Shape } from '../../core/structure/reshape/shapes.ts'
import { pagesApart } from '../../core/structure/split-page.ts'
import { changing } from '../editor/transforms.ts'
import { askPlan, type PlanOutcome } from '../plan/ask-plan.ts'
import type { Standing } from '../saving/standing.ts'
import { type Turn, TurnDialog } from '../turning/turn-dialog.tsx'
import { type TurnCall, turnablesHere } from './turnables.ts'

interface Props {
  editor: Editor
  call: TurnCall
  course: { readonly id: string; readonly language: string }
  itemId: string
  version: number
  standing: Standing
  onClose: () => void
  /** Told what has been made beside the page. */
  say: (words: string) => void
}

/** The dialog in which something on the sheet is turned into something else. */
export function TurnHere(props: Props) {
  const { editor, call, course, onClose } = props
  // Others may write on meanwhile: what is meant is looked for anew, at the cursor.
  const state = useEditorState({ editor, selector: (now) => now.editor.state })
  const [first, ...more] = useMemo(() => turnablesHere(state, call.of), [state, call.of])
  if (!first) return null
  const turn = async (asked: Turn): Promise<PlanOutcome> =>
    asked.target === 'pages' ? makePages(props, asked.material) : turnShape(editor, asked)
  return (
    <TurnDialog
      title={`Turn ${first.label.charAt(0).toLowerCase()}${first.label.slice(1)} into`}
      page={state.doc}
      turnables={[first, ...more]}
      start={call.target}
      others={['pages']}
      language={course.language}
      onTurn={turn}
      onClose={onClose}
    />
  )
}

/** Changes the sheet, with the cursor in what it has become. */
function change(editor: Editor, transform: Transform, from: number): void {
  const command = changing(
    () => transform,
    () => from + 1,
  )
  command(editor.state, editor.view.dispatch, editor.view)
}

function turnShape(editor: Editor, { material, target, level }: Turn): PlanOutcome {
  const transform = reshape(editor.state.doc, material, target as Shape, level)
  if (!transform) return { ok: false, reason: 'The page has changed meanwhile. Look at it again.' }
  change(editor, transform, material.from)
  return { ok: true }
}

/** Makes pages on the server, then puts links to them on the sheet: that can be undone there like anything else. */
async function makePages(
  { editor, course, itemId, version, standing, say }: Props,
  { content, from, to }: Material,
): Promise<PlanOutcome> {
  if (!content) return { ok: false, reason: 'There is nothing in it yet.' }
  if (standing.type !== 'kept')
    return { ok: false, reason: 'The last words are still on their way to the server. Try again in a moment.' }
  const { doc } = editor.state
  const outcome = await askPlan(course.id, { intent: 'turn', id: itemId, into: 'pages', place: { version, from, to } })
  const { ok, ids = [] } = outcome
  if (!ok) return outcome
  // The pages hold what was there when they were made.
  if (!editor.state.doc.eq(doc))
    return { ok: false, reason: 'The pages are made, but somebody wrote here meanwhile, so this stays as it is.' }
  const { rest } = pagesApart(doc, { from, to, content }, (at, place) =>
    [ids[at] ?? itemId, place].filter(Boolean).join('#'),
  )
  change(editor, rest, from)
  say(`${ids.length === 1 ? '1 page stands' : `${ids.length} pages stand`} after this one in the plan.`)
  return outcome
}
