import { type CallOutSort, callOutSort } from '../../../core/kinds/call-out/kind.ts'
import { aroundOutcome, newCallOut } from '../../editor/insert-commands.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

const NAMES: Readonly<Record<CallOutSort, string>> = {
  note: 'Note',
  tip: 'Tip',
  caution: 'Caution',
  task: 'Task',
  example: 'Example',
  definition: 'Definition',
}

function CallOutSettings({ editor, position }: SettingsProps) {
  const [{ sort }, set] = useAttributes(editor, position)
  if (sort === undefined) return null
  return (
    <>
      <ChoiceSetting
        label="Kind of call-out"
        value={sort as CallOutSort}
        onChange={(value) => set('sort', value)}
        options={callOutSort.options.map((each) => [each, NAMES[each]])}
      />
      <p className="soft">The word is shown before the title, in the language of the course.</p>
    </>
  )
}

/** Words by which each is looked for. */
const LOOKED_FOR: Readonly<Record<CallOutSort, readonly string[]>> = {
  note: ['note', 'notice', 'remark', 'important', 'information', 'attention'],
  tip: ['tip', 'hint', 'advice'],
  caution: ['caution', 'warning', 'danger', 'safety'],
  task: ['task', 'activity', 'to do'],
  example: ['example'],
  definition: ['definition', 'term'],
}

/** The one that the typed words mean; null where they mean call-outs of any sort. */
function typedSort(typed: string): CallOutSort | null {
  const words = typed.trim().toLowerCase()
  if (words.length < 3) return null
  return callOutSort.options.find((sort) => LOOKED_FOR[sort].some((word) => word.startsWith(words))) ?? null
}

const begins = (sort: CallOutSort): string => `Begins as ${/^[aeiou]/.test(sort) ? 'an' : 'a'} ${sort}.`

export const callOut: Piece = {
  kind: 'callOut',
  Settings: CallOutSettings,
  offer: {
    group: 'apart',
    name: 'Call-out',
    help: 'A note, tip, caution, task, example or definition.',
    finds: Object.values(LOOKED_FOR).flat(),
    effort: 'ready',
    command: newCallOut('note'),
    asTyped: (typed) => {
      const sort = typedSort(typed)
      return sort && { command: newCallOut(sort), outcome: begins(sort) }
    },
    outcome: (state) => aroundOutcome(state, 'go into the call-out.', begins('note')),
    Example: () => (
      <span className="eg-call-out">
        <b>Caution</b> Mind your toes
        <i />
      </span>
    ),
  },
}
