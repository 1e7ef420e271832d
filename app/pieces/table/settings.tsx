import type { Editor } from '@tiptap/core'
import { CheckField } from '../../editor/check-field.tsx'
import type { Command } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import {
  LEAST_ROW,
  LEAST_TABLE_WIDTH,
  MOST_COLUMN,
  MOST_LINE_THICKNESS,
  MOST_ROW,
} from '../../../core/kinds/table/looks.ts'
import { cellsIn } from '../../../core/tables/change.ts'
import { columnWidths, gridOf } from '../../../core/kinds/table/grid.ts'
import { ColourChoice } from '../../editor/colour-choice.tsx'
import { LINE_COLOURS } from '../../editor/line-colours.ts'
import { cellsHere, columnWidthHere, rowHeightHere, tableHere } from '../../editor/tables/table-commands.ts'
import { TABLE_GROUPS, type Tool, TOOLS } from '../../editor/tools.ts'
import { useTool } from '../../editor/use-tool.ts'
import { GROUNDS, GroundContrast } from '../box/settings.tsx'
import { ChoiceSetting } from '../choice-setting.tsx'
import { NumberSetting } from '../number-setting.tsx'
import type { SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { TableStyles } from './styles.tsx'

/** Rows, columns, cells and looks of the table under the cursor. */
export function TableSettings(props: SettingsProps) {
  return (
    <>
      {TABLE_GROUPS.map((group) => (
        <div key={group} className="desk-grid">
          {TOOLS.filter((tool) => tool.group === group).map((tool) => (
            <ToolInDesk key={tool.id} editor={props.editor} tool={tool} />
          ))}
        </div>
      ))}
      <TableStyles {...props} />
      <CellSettings editor={props.editor} />
      <LookSettings {...props} />
    </>
  )
}

/** A tool as a button with its name; why it can't be used is told on it. */
function ToolInDesk({ editor, tool }: { editor: Editor; tool: Tool }) {
  const { isOn, why, run } = useTool(editor, tool)
  const { icon: Icon, pointsAlong } = tool
  const isTurned = pointsAlong && getComputedStyle(editor.view.dom).direction === 'rtl'
  return (
    <button
      type="button"
      className={isOn ? 'desk-button is-on' : 'desk-button'}
      aria-pressed={tool.isOn ? isOn : undefined}
      aria-disabled={why !== ''}
      aria-description={why || tool.help}
      title={why || tool.help}
      onMouseDown={(event) => event.preventDefault()}
      onClick={run}
    >
      <Icon size={15} strokeWidth={1.75} aria-hidden className={isTurned ? 'is-turned' : ''} /> {tool.name}
    </button>
  )
}

/** What is set about the cells that are selected, or the one of the cursor; null outside. */
function useCells(editor: Editor) {
  return useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const here = tableHere(state)
      if (!here) return null
      const { table, area } = here
      const [first] = cellsIn(gridOf(table), area)
      return {
        ground: (first?.node.attrs.ground ?? null) as string | null,
        place: String(first?.node.attrs.place ?? 'top'),
        width: columnWidths(gridOf(table))?.[area.left] ?? 0,
        height: (table.child(area.top).attrs.height as number | null) ?? 0,
      }
    },
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
}

function CellSettings({ editor }: { editor: Editor }) {
  const cells = useCells(editor)
  if (!cells) return null
  const run = (command: Command): void => void command(editor.state, editor.view.dispatch, editor.view)
  return (
    <>
      <h3 id="cell-ground">Background of the selected cells</h3>
      <ColourChoice
        label="Background"
        labelledBy="cell-ground"
        value={cells.ground}
        colours={GROUNDS}
        none="Same as the table"
        onChange={(colour) => run(cellsHere('ground', colour))}
      />
      {cells.ground && <GroundContrast ground={cells.ground} />}
      <ChoiceSetting
        label="Vertical alignment"
        value={cells.place}
        onChange={(place) => run(cellsHere('place', place))}
        options={[
          ['top', 'Top'],
          ['middle', 'Middle'],
          ['bottom', 'Bottom'],
        ]}
      />
      <NumberSetting
        label="Column width in pixels (0 for automatic)"
        value={cells.width}
        least={0}
        most={MOST_COLUMN}
        onKeep={(width) => run(columnWidthHere(width))}
      />
      <NumberSetting
        label="Row height in pixels (0 for automatic)"
        value={cells.height}
        least={0}
        most={MOST_ROW}
        onKeep={(height) => {
          if (height === 0 || height >= LEAST_ROW) run(rowHeightHere(height === 0 ? null : height))
        }}
      />
    </>
  )
}

/** How the table as a whole looks. */
function LookSettings({ editor, position }: SettingsProps) {
  const [attrs, set] = useAttributes(editor, position)
  return (
    <>
      <ChoiceSetting
        label="Borders"
        value={String(attrs.lines)}
        onChange={(value) => set('lines', value)}
        options={[
          ['all', 'All'],
          ['rows', 'Rows'],
          ['none', 'None'],
        ]}
      />
      {attrs.lines !== 'none' && <LineSettings {...{ attrs, set }} />}
      <ChoiceSetting
        label="Space inside the cells"
        value={String(attrs.padding)}
        onChange={(value) => set('padding', value)}
        options={[
          ['narrow', 'Narrow'],
          ['usual', 'Normal'],
          ['wide', 'Wide'],
        ]}
      />
      <PlaceSettings {...{ attrs, set }} />
      <CheckField
        label="Shade every other row"
        isOn={attrs.isStriped === true}
        onSet={(isOn) => set('isStriped', isOn)}
      />
      <CheckField
        label="Shade the row under the pointer"
        isOn={attrs.isHighlighted === true}
        onSet={(isOn) => set('isHighlighted', isOn)}
      />
    </>
  )
}

type Attributes = ReturnType<typeof useAttributes>
interface LineProps {
  attrs: Attributes[0]
  set: Attributes[1]
}

function PlaceSettings({ attrs, set }: LineProps) {
  return (
    <>
      <NumberSetting
        label="Table width in % (0 for automatic)"
        value={Number(attrs.widthPercent ?? 0)}
        least={0}
        most={100}
        onKeep={(value) => {
          if (value === 0 || value >= LEAST_TABLE_WIDTH) set('widthPercent', value === 0 ? null : value)
        }}
      />
      <ChoiceSetting
        label="Table alignment"
        value={String(attrs.align)}
        onChange={(value) => set('align', value)}
        options={[
          ['start', 'Start'],
          ['centre', 'Centre'],
          ['end', 'End'],
        ]}
      />
    </>
  )
}

function LineSettings({ attrs, set }: LineProps) {
  return (
    <>
      <h3 id="table-lines">Border colour</h3>
      <ColourChoice
        label="Colour"
        labelledBy="table-lines"
        value={attrs.lineColour as string | null}
        colours={LINE_COLOURS}
        none="Same as the page"
        onChange={(colour) => set('lineColour', colour)}
      />
      <NumberSetting
        label="Border thickness in pixels"
        value={Number(attrs.lineThickness)}
        least={1}
        most={MOST_LINE_THICKNESS}
        onKeep={(value) => set('lineThickness', value)}
      />
    </>
  )
}
