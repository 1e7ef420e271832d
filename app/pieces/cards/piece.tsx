import { MOST_ACROSS } from '../../../core/kinds/cards/kind.ts'
import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { CheckField } from '../../editor/check-field.tsx'
import { ChoiceSetting } from '../choice-setting.tsx'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

const CHOICES = Array.from({ length: MOST_ACROSS }, (_, at) => [at + 1, String(at + 1)] as const)

function CardsSettings({ editor, position }: SettingsProps) {
  const [{ across, isTurned }, set] = useAttributes(editor, position)
  if (across === undefined) return null
  return (
    <>
      <ChoiceSetting
        label="Cards side by side"
        value={Number(across)}
        onChange={(value) => set('across', value)}
        options={CHOICES}
      />
      <CheckField
        label="Students see the title, and turn the card over for the rest"
        isOn={isTurned === true}
        onSet={(isOn) => set('isTurned', isOn)}
      />
    </>
  )
}

export const cards: Piece = {
  kind: 'cards',
  entry: 'card',
  Settings: partsSettings('card', CardsSettings),
  offer: {
    group: 'apart',
    name: 'Cards',
    help: 'Short texts side by side, each under its title.',
    finds: ['tiles', 'grid', 'overview', 'summary', 'flip', 'turn over', 'vocabulary'],
    effort: 'ready',
    command: insertParts('cards'),
    outcome: (state) => partsOutcome(state, 'cards'),
    Example: () => (
      <span className="eg-cards">
        <span>
          <b>Hammer</b>
          <i />
        </span>
        <span>
          <b>Line</b>
          <i />
        </span>
      </span>
    ),
  },
}
