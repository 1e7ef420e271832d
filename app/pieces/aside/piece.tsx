import { LEAST_ASIDE, MOST_ASIDE } from '../../../core/kinds/aside/kind.ts'
import { aroundOutcome, newAside } from '../../editor/insert-commands.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import { NumberSetting } from '../number-setting.tsx'
import { type Piece, type SettingsProps, stepped } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

function AsideSettings({ editor, position }: SettingsProps) {
  const [{ side, widthPercent }, set] = useAttributes(editor, position)
  if (side === undefined) return null
  return (
    <>
      <ChoiceSetting
        label="Side"
        value={side as 'start' | 'end'}
        onChange={(value) => set('side', value)}
        options={[
          ['start', 'Start'],
          ['end', 'End'],
        ]}
      />
      <NumberSetting
        label="Width in percent of its column"
        value={Number(widthPercent)}
        least={LEAST_ASIDE}
        most={MOST_ASIDE}
        onKeep={(value) => set('widthPercent', value)}
      />
      <p className="soft">On a phone it takes the full width, between the paragraphs.</p>
    </>
  )
}

export const aside: Piece = {
  kind: 'aside',
  Settings: AsideSettings,
  grow: (node, by) => stepped('widthPercent', Number(node.attrs.widthPercent), by * 5, [LEAST_ASIDE, MOST_ASIDE]),
  offer: {
    group: 'apart',
    name: 'Aside',
    help: 'Stands beside the text, which flows past it.',
    finds: ['float', 'margin', 'sidebar', 'beside', 'background'],
    effort: 'ready',
    command: newAside,
    outcome: (state) => aroundOutcome(state, 'go into the aside.', 'Begins empty.'),
    Example: () => (
      <span className="eg-aside">
        <span>Paid by the metre</span>
        <i />
        <i />
        <i />
        <i />
      </span>
    ),
  },
}
