import type { Node } from '@tiptap/pm/model'
import type { EditorState } from '@tiptap/pm/state'
import { isA } from '../../../core/kinds/facts.ts'
import { makeSelfCheck, toggleTasks } from '../../editor/list-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { CheckField } from '../../editor/check-field.tsx'
import { NumberSetting } from '../number-setting.tsx'
import { useAttributes } from '../use-attributes.ts'

type Named = readonly (readonly [marker: string, name: string])[]

const BULLETS: Named = [
  ['disc', '• Disc'],
  ['circle', '◦ Circle'],
  ['square', '▪ Square'],
  ['none', 'None'],
]
const NUMBERS: Named = [
  ['decimal', '1, 2, 3'],
  ['decimal-leading-zero', '01, 02, 03'],
  ['lower-alpha', 'a, b, c'],
  ['upper-alpha', 'A, B, C'],
  ['lower-roman', 'i, ii, iii'],
  ['upper-roman', 'I, II, III'],
  ['lower-greek', 'α, β, γ'],
  ['arabic-indic', '١, ٢, ٣'],
]

function MarkerSetting({ editor, position, markers }: SettingsProps & { markers: Named }) {
  const [attrs, set] = useAttributes(editor, position)
  return (
    <label className="desk-field">
      <span>Marker</span>
      <select value={String(attrs.marker)} onChange={(event) => set('marker', event.target.value)}>
        {markers.map(([marker, name]) => (
          <option key={marker} value={marker}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}

/** The number after the last of the numbered list before this one, among its neighbours; null when there is none. */
export function continued(state: EditorState, position: number): number | null {
  const $at = state.doc.resolve(position)
  for (let index = $at.index() - 1; index >= 0; index--) {
    const before: Node = $at.parent.child(index)
    if (isA(before, 'orderedList')) return Number(before.attrs.start) + before.childCount
  }
  return null
}

function NumberedSettings(props: SettingsProps) {
  const { editor, position } = props
  const [attrs, set] = useAttributes(editor, position)
  const next = continued(editor.state, position)
  return (
    <>
      <MarkerSetting {...props} markers={NUMBERS} />
      <NumberSetting
        label="Starts at"
        value={Number(attrs.start)}
        least={-99_999}
        most={99_999}
        onKeep={(start) => set('start', start)}
      />
      <div className="desk-grid">
        <button type="button" className="desk-button" onClick={() => set('start', 1)}>
          Start at 1
        </button>
        <button
          type="button"
          className="desk-button"
          aria-disabled={next === null}
          title={next === null ? 'No numbered list stands before this one.' : `Start at ${next}`}
          onClick={() => next !== null && set('start', next)}
        >
          Continue the list before
        </button>
      </div>
      <label className="desk-check">
        <input
          type="checkbox"
          checked={attrs.isReversed === true}
          onChange={(event) => set('isReversed', event.target.checked)}
        />{' '}
        Count down
      </label>
    </>
  )
}

function BulletSettings(props: SettingsProps) {
  const { editor, position } = props
  const [{ isSelfCheck }, set] = useAttributes(editor, position)
  const hasTasks =
    editor.state.doc.nodeAt(position)?.children.some(({ attrs }) => (attrs.task ?? null) !== null) ?? false
  return (
    <>
      <MarkerSetting {...props} markers={BULLETS} />
      {(hasTasks || isSelfCheck === true) && (
        <>
          <CheckField
            label="Students tick the boxes"
            isOn={isSelfCheck === true}
            onSet={(isOn) => set('isSelfCheck', isOn)}
          />
          <p className="soft">Each for themselves: their ticks stay in their browser, and nobody else sees them.</p>
        </>
      )}
    </>
  )
}

export const bulletList: Piece = {
  kind: 'bulletList',
  Settings: BulletSettings,
  offer: {
    group: 'apart',
    name: 'Tasks',
    help: 'A list of what is to be done, each item with a box to tick.',
    finds: ['self-check', 'checklist', 'to do', 'tick'],
    effort: 'ready',
    asTyped: (typed) =>
      /self|check/i.test(typed)
        ? { command: makeSelfCheck, outcome: 'The paragraphs at the cursor become a list that students tick.' }
        : null,
    command: toggleTasks,
    outcome: () => 'The paragraphs at the cursor become tasks.',
    Example: () => (
      <span className="eg-tasks">
        ☑ Strip out
        <br />☐ Sort the stone
      </span>
    ),
  },
}
export const orderedList: Piece = { kind: 'orderedList', Settings: NumberedSettings }
