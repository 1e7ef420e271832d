import { useReducer } from 'react'
import type { z } from 'zod'
import { FORMULA_FUNCTIONS } from '../../../core/formulas/names.ts'
import type { GraphProblem } from '../../../core/graphs/read.ts'
import { type graph as kind, MOST_TYPED } from '../../../core/kinds/graph/kind.ts'
import { AltSetting } from '../alt-setting.tsx'
import type { SettingsProps } from '../piece.ts'
import { TypedSetting } from '../typed-setting.tsx'
import { useAttributes } from '../use-attributes.ts'
import { WidthSetting } from '../width-setting.tsx'
import { WordsSetting } from '../words-setting.tsx'
import { AxisSetting } from './axis-setting.tsx'
import { drawn } from './fetched.ts'

type Attrs = z.infer<typeof kind.attributes>

/** What is drawn, on which axes, and what whoever can’t see it is told. */
export function GraphSettings({ editor, position }: SettingsProps) {
  const [given, set, setAll] = useAttributes(editor, position)
  const [, again] = useReducer((count: number) => count + 1, 0)
  if (given.functions === undefined) return null
  const attrs = given as unknown as Attrs
  const drawing = drawn(given, again)
  const problems = drawing?.problems ?? []
  return (
    <>
      <TypedSetting
        label="Functions, one on each line"
        rows={3}
        most={MOST_TYPED.functions}
        value={attrs.functions}
        placeholder="f(x) = x^2 - 1"
        help={<FunctionsHelp />}
        problems={linesOf(problems, 'functions')}
        isFormula
        onKeep={(typed) => set('functions', typed)}
      />
      <AxisSetting
        axis="x"
        range={[attrs.xFrom, attrs.xTo]}
        onKeep={(range) => range && setAll({ xFrom: range[0], xTo: range[1] })}
      />
      <AxisSetting
        axis="y"
        range={attrs.yFrom === null || attrs.yTo === null ? null : [attrs.yFrom, attrs.yTo]}
        canBeEmpty
        onKeep={(range) => setAll({ yFrom: range && range[0], yTo: range && range[1] })}
      />
      <MarkedSettings {...{ attrs, set, problems }} />
      <LookSettings {...{ attrs, set }} />
      <AltSetting
        alt={attrs.alt}
        told={drawing?.told ?? ''}
        most={MOST_TYPED.alt}
        onKeep={(words) => set('alt', words)}
      />
    </>
  )
}

/** What is wrong with what was typed, by its line. */
const linesOf = (problems: readonly GraphProblem[], part: GraphProblem['part']): string[] =>
  problems.filter((each) => each.part === part).map(({ line, message }) => `Line ${line}: ${message}`)

const FunctionsHelp = () => (
  <>
    Typed with + - * / ^, numbers, x, pi, e and {FORMULA_FUNCTIONS.join(', ')}. A part of one:{' '}
    <code>x^2 for x &gt; 0</code>.
  </>
)

interface PartProps {
  attrs: Attrs
  set: (name: keyof Attrs, value: unknown) => void
}

function MarkedSettings({ attrs, set, problems }: PartProps & { problems: readonly GraphProblem[] }) {
  return (
    <>
      <TypedSetting
        label="Points to mark, one on each line"
        rows={2}
        most={MOST_TYPED.points}
        value={attrs.points}
        placeholder="(0, f(0)) Lowest"
        help="Both numbers in parentheses, then what stands beside the point."
        problems={linesOf(problems, 'points')}
        isFormula
        onKeep={(typed) => set('points', typed)}
      />
      <TypedSetting
        label="Areas to shade, one on each line"
        rows={2}
        most={MOST_TYPED.areas}
        value={attrs.areas}
        placeholder="under f from 0 to 2"
        help="For example: under f from 0 to 2; between f and g from 0 to 2; from 0 to 2 (the whole height)."
        problems={linesOf(problems, 'areas')}
        isFormula
        onKeep={(typed) => set('areas', typed)}
      />
    </>
  )
}

function LookSettings({ attrs, set }: PartProps) {
  const box = (name: 'hasGrid' | 'hasValues', words: string) => (
    <label className="desk-check">
      <input type="checkbox" checked={attrs[name]} onChange={({ target }) => set(name, target.checked)} /> {words}
    </label>
  )
  const axisName = (name: 'xName' | 'yName', axis: string) => (
    <WordsSetting
      label={`Name of the ${axis} axis`}
      most={MOST_TYPED.name}
      value={attrs[name]}
      placeholder={axis}
      onKeep={(words) => set(name, words)}
    />
  )
  return (
    <>
      {axisName('xName', 'x')}
      {axisName('yName', 'y')}
      {box('hasGrid', 'Grid')}
      {box('hasValues', 'Values as a table, folded away beneath')}
      <WidthSetting widthPercent={attrs.widthPercent} set={(_, value) => set('widthPercent', value)} />
    </>
  )
}
