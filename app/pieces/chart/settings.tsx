import { useReducer } from 'react'
import { useEditorState } from '@tiptap/react'
import type { z } from 'zod'
import { type chart as kind, MOST_CHART_WORDS } from '../../../core/kinds/chart/kind.ts'
import { CheckField } from '../../editor/check-field.tsx'
import { ChoiceSetting } from '../choice-setting.tsx'
import { AltSetting } from '../alt-setting.tsx'
import type { SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { WidthSetting } from '../width-setting.tsx'
import { WordsSetting } from '../words-setting.tsx'
import { drawnChart } from './fetched.ts'

type Attrs = z.infer<typeof kind.attributes>

/** How the numbers of the table are drawn, and what whoever can’t see it is told. */
export function ChartSettings({ editor, position }: SettingsProps) {
  const [given, set] = useAttributes(editor, position)
  const [, again] = useReducer((count: number) => count + 1, 0)
  const node = useEditorState({ editor, selector: ({ editor: { state } }) => state.doc.nodeAt(position) })
  if (given.form === undefined || !node) return null
  const attrs = given as unknown as Attrs
  const drawing = drawnChart(node, again)
  return (
    <>
      <ChoiceSetting
        label="Drawn as"
        value={attrs.form}
        onChange={(form) => set('form', form)}
        options={[
          ['bar', 'Bars'],
          ['line', 'Lines'],
          ['area', 'Areas'],
          ['pie', 'Pie'],
          ['scatter', 'Points'],
        ]}
      />
      <FormSettings {...{ attrs, set }} />
      <Problems problems={drawing?.problems ?? []} />
      <AxisNames {...{ attrs, set }} />
      <ChoiceSetting
        label="How numbers are written"
        value={attrs.decimal}
        onChange={(decimal) => set('decimal', decimal)}
        options={[
          ['point', '1,234.5'],
          ['comma', '1.234,5'],
        ]}
      />
      <CheckField
        label="Hide the table until students open it"
        isOn={attrs.isTableFolded}
        onSet={(isFolded) => set('isTableFolded', isFolded)}
      />
      <WidthSetting widthPercent={attrs.widthPercent} set={(_, value) => set('widthPercent', value)} />
      <AltSetting
        alt={attrs.alt}
        told={drawing?.told ?? ''}
        most={MOST_CHART_WORDS.alt}
        onKeep={(words) => set('alt', words)}
      />
    </>
  )
}

interface PartProps {
  attrs: Attrs
  set: (name: keyof Attrs, value: unknown) => void
}

/** What only some forms have. */
function FormSettings({ attrs, set }: PartProps) {
  return (
    <>
      {attrs.form === 'bar' && (
        <CheckField label="Horizontal bars, for long names" isOn={attrs.isAcross} onSet={(is) => set('isAcross', is)} />
      )}
      {(attrs.form === 'bar' || attrs.form === 'area') && (
        <CheckField label="Stack the numbers of a row" isOn={attrs.isStacked} onSet={(is) => set('isStacked', is)} />
      )}
    </>
  )
}

function AxisNames({ attrs, set }: PartProps) {
  if (attrs.form === 'pie') return null
  return (
    <>
      <WordsSetting
        label="What is measured, with its unit"
        most={MOST_CHART_WORDS.name}
        value={attrs.yName}
        onKeep={(words) => set('yName', words)}
      />
      <WordsSetting
        label="Name of the first column, if not its heading"
        most={MOST_CHART_WORDS.name}
        value={attrs.xName}
        onKeep={(words) => set('xName', words)}
      />
    </>
  )
}

/** More sentences than these nobody reads. */
const MOST_TOLD = 5

/** What of the table can't be drawn. */
const Problems = ({ problems }: { problems: readonly string[] }) => (
  <div role="status">
    {problems.length > 0 && (
      <ul className="field-problem desk-problems">
        {problems.slice(0, MOST_TOLD).map((problem) => (
          <li key={problem}>{problem}</li>
        ))}
        {problems.length > MOST_TOLD && <li>And {problems.length - MOST_TOLD} more.</li>}
      </ul>
    )}
  </div>
)
