import { newLabelledPicture } from '../../editor/insert-commands.ts'
import { NumberSetting } from '../number-setting.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { RowList } from '../rows/rows.ts'
import { useAttributes } from '../use-attributes.ts'
import { LabelledPictureView } from './view.ts'

function LabelledPictureSettings({ editor, position }: SettingsProps) {
  return (
    <>
      <RowList editor={editor} position={position} entry="label" />
      <p className="soft">
        Draw a number on the picture to where it belongs, or set its place by numbers while the cursor is in its label.
        Pressed twice, the picture gets another label there.
      </p>
    </>
  )
}

/** Where a label points to. */
function SpotSettings({ editor, position }: SettingsProps) {
  const [{ x, y }, set] = useAttributes(editor, position)
  if (x === undefined) return null
  return (
    <>
      <NumberSetting
        label="Percent from the left edge of the picture"
        value={Math.round(Number(x))}
        least={0}
        most={100}
        onKeep={(value) => set('x', value)}
      />
      <NumberSetting
        label="Percent from the top of the picture"
        value={Math.round(Number(y))}
        least={0}
        most={100}
        onKeep={(value) => set('y', value)}
      />
    </>
  )
}

export const spot: Piece = { kind: 'spot', Settings: SpotSettings }

export const labelledPicture: Piece = {
  kind: 'labelledPicture',
  entry: 'label',
  Settings: LabelledPictureSettings,
  view: (...given) => new LabelledPictureView(...given),
  offer: {
    group: 'look',
    name: 'Labelled picture',
    help: 'A picture with numbers on it, and a list of what they show.',
    finds: ['hot spots', 'diagram', 'parts', 'annotate', 'picture'],
    effort: 'has settings',
    command: newLabelledPicture,
    outcome: () => 'The picture gets its first label, in its middle.',
    whyNot: 'Select the picture that is to have labels, then insert this.',
    Example: () => (
      <svg className="eg-graph" viewBox="0 0 80 40" aria-hidden="true">
        <rect x="14" y="3" width="52" height="34" fill="var(--pane)" stroke="var(--edge)" />
        <path d="M18,33L34,14L44,25L50,19L62,33Z" fill="var(--edge)" />
        <g fill="var(--sheet)" stroke="var(--ink)">
          <circle cx="34" cy="14" r="6" />
          <circle cx="54" cy="27" r="6" />
        </g>
        <g fontSize="8" textAnchor="middle" fill="var(--ink)">
          <text x="34" y="17">
            1
          </text>
          <text x="54" y="30">
            2
          </text>
        </g>
      </svg>
    ),
  },
}
