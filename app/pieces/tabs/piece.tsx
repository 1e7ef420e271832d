import { ColourChoice } from '../../editor/colour-choice.tsx'
import { CheckField } from '../../editor/check-field.tsx'
import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { LINE_COLOURS } from '../../editor/line-colours.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

function TabsSettings({ editor, position }: SettingsProps) {
  const [{ along, isInSteps, colour }, set] = useAttributes(editor, position)
  if (along === undefined) return null
  return (
    <>
      <ChoiceSetting
        label="Titles"
        value={along as 'top' | 'side'}
        onChange={(value) => set('along', value)}
        options={[
          ['top', 'Along the top'],
          ['side', 'At the side'],
        ]}
      />
      {along === 'side' && <p className="soft">Here and on phones they stay along the top, to leave room for words.</p>}
      <CheckField
        label="Numbered, with Back and Next"
        isOn={isInSteps === true}
        onSet={(isOn) => set('isInSteps', isOn)}
      />
      <h3 id="tabs-colour">Line at the open tab</h3>
      <ColourChoice
        label="Line at the open tab"
        labelledBy="tabs-colour"
        value={colour as string | null}
        colours={LINE_COLOURS}
        none="Same as the page"
        onChange={(value) => set('colour', value)}
      />
    </>
  )
}

export const tabs: Piece = {
  kind: 'tabs',
  entry: 'tab',
  Settings: partsSettings('tab', TabsSettings),
  offer: {
    group: 'fold',
    name: 'Tabs',
    help: 'A few equal parts, one in sight at a time.',
    finds: ['switch', 'panels', 'upright', 'wizard', 'step by step'],
    effort: 'ready',
    command: insertParts('tabs'),
    outcome: (state) => partsOutcome(state, 'tabs'),
    Example: () => (
      <span className="eg-tabs">
        <span className="eg-row">
          <b className="is-first">Before</b>
          <b>During</b>
          <b>After</b>
        </span>
        <i />
        <i className="is-short" />
      </span>
    ),
  },
}
