import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { partsSettings } from '../parts-settings.tsx'
import { ChoiceSetting } from '../choice-setting.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

function OpeningSettings({ editor, position }: SettingsProps) {
  const [{ opens, starts }, set] = useAttributes(editor, position)
  if (opens === undefined) return null
  return (
    <>
      <ChoiceSetting
        label="Parts open at once"
        value={opens as 'several' | 'one'}
        onChange={(value) => set('opens', value)}
        options={[
          ['several', 'Several'],
          ['one', 'One'],
        ]}
      />
      <ChoiceSetting
        label="Open when the page opens"
        value={opens === 'one' && starts === 'all' ? 'first' : (starts as 'closed' | 'first' | 'all')}
        onChange={(value) => set('starts', value)}
        options={[['closed', 'None'], ['first', 'The first'], ...(opens === 'one' ? [] : [['all', 'All'] as const])]}
      />
    </>
  )
}

export const accordion: Piece = {
  kind: 'accordion',
  entry: 'part',
  Settings: partsSettings('part', OpeningSettings),
  offer: {
    group: 'fold',
    name: 'Accordion',
    help: 'Many short parts; readers open what they need.',
    finds: ['fold', 'collapse', 'questions and answers', 'expand'],
    effort: 'ready',
    command: insertParts('accordion'),
    outcome: (state) => partsOutcome(state, 'accordion'),
    Example: () => (
      <span className="eg-folds">
        <b>
          Lay <span>–</span>
        </b>
        <b>
          Pack <span>+</span>
        </b>
        <b>
          Check <span>+</span>
        </b>
      </span>
    ),
  },
}
