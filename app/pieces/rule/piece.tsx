import { MOST_THICKNESS } from '../../../core/kinds/rule/kind.ts'
import { insertRule } from '../../editor/insert-commands.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import { ColourChoice } from '../../editor/colour-choice.tsx'
import { LINE_COLOURS } from '../../editor/line-colours.ts'
import { NumberSetting } from '../number-setting.tsx'
import { type Piece, type SettingsProps, stepped } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'

function RuleSettings({ editor, position }: SettingsProps) {
  const [attrs, set] = useAttributes(editor, position)
  return (
    <>
      <ChoiceSetting
        label="Line"
        value={String(attrs.line)}
        onChange={(value) => set('line', value)}
        options={[
          ['solid', 'Solid'],
          ['dashed', 'Dashed'],
          ['dotted', 'Dotted'],
          ['double', 'Double'],
        ]}
      />
      <NumberSetting
        label="Thickness in pixels"
        value={Number(attrs.thickness)}
        least={1}
        most={MOST_THICKNESS}
        onKeep={(value) => set('thickness', value)}
      />
      <ChoiceSetting
        label="Width"
        value={Number(attrs.width)}
        onChange={(value) => set('width', value)}
        options={[25, 50, 75, 100].map((part) => [part, `${part} %`])}
      />
      <h3 id="rule-colour">Colour</h3>
      <ColourChoice
        label="Colour"
        labelledBy="rule-colour"
        value={attrs.colour as string | null}
        colours={LINE_COLOURS}
        none="Same as the page"
        onChange={(colour) => set('colour', colour)}
      />
    </>
  )
}

export const rule: Piece = {
  kind: 'rule',
  Settings: RuleSettings,
  grow: (node, by) => stepped('thickness', Number(node.attrs.thickness), by, [1, MOST_THICKNESS]),
  offer: {
    group: 'apart',
    name: 'Rule',
    help: 'A line between two topics.',
    finds: ['line', 'divider', 'separator'],
    effort: 'ready',
    command: insertRule,
    Example: () => (
      <span className="eg-rule">
        <i />
        <hr />
        <i className="is-short" />
      </span>
    ),
  },
}
