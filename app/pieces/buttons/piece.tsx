import { newButtons } from '../../editor/insert-commands.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { RowList } from '../rows/rows.ts'
import { useAttributes } from '../use-attributes.ts'

function ButtonsSettings({ editor, position }: SettingsProps) {
  const [{ layout }, set] = useAttributes(editor, position)
  if (layout === undefined) return null
  return (
    <>
      <RowList editor={editor} position={position} entry="button" />
      <ChoiceSetting
        label="Layout"
        value={layout as 'row' | 'list'}
        onChange={(value) => set('layout', value)}
        options={[
          ['row', 'Side by side'],
          ['list', 'As a list'],
        ]}
      />
      <p className="soft">Select the words of a button and press Ctrl+K to say where it leads.</p>
    </>
  )
}

export const buttons: Piece = {
  kind: 'buttons',
  entry: 'button',
  Settings: ButtonsSettings,
  offer: {
    group: 'apart',
    name: 'Buttons',
    help: 'Links to where students go next, each with a line about it.',
    finds: ['link', 'next', 'go to', 'menu', 'navigation'],
    effort: 'ready',
    command: newButtons,
    outcome: () => 'Begins with one button.',
    Example: () => (
      <span className="eg-buttons">
        <b>Weather</b> <b>Safety</b>
      </span>
    ),
  },
}
