import { MOST_START } from '../../../core/kinds/steps/kind.ts'
import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { NumberSetting } from '../number-setting.tsx'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

function StartSetting({ editor, position }: SettingsProps) {
  const [{ start }, set] = useAttributes(editor, position)
  if (start === undefined) return null
  return (
    <NumberSetting
      label="Number of the first step"
      value={Number(start)}
      least={1}
      most={MOST_START}
      onKeep={(value) => set('start', value)}
    />
  )
}

export const steps: Piece = {
  kind: 'steps',
  entry: 'step',
  Settings: partsSettings('step', StartSetting),
  offer: {
    group: 'fold',
    name: 'Steps',
    help: 'What is done one after the other, numbered.',
    finds: ['procedure', 'instructions', 'how to', 'method', 'sequence', 'order'],
    effort: 'ready',
    command: insertParts('steps'),
    outcome: (state) => partsOutcome(state, 'steps'),
    Example: () => (
      <span className="eg-steps">
        <b>Strip the gap</b>
        <b>Dig out the footing</b>
        <b>Build it up</b>
      </span>
    ),
  },
}
