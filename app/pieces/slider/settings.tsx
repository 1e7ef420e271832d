import { useReducer } from 'react'
import type { z } from 'zod'
import { FORMULA_FUNCTIONS } from '../../../core/formulas/names.ts'
import { MOST_OF_SLIDER, type slider as kind } from '../../../core/kinds/slider/kind.ts'
import { NumberSetting } from '../number-setting.tsx'
import type { SettingsProps } from '../piece.ts'
import { TypedSetting } from '../typed-setting.tsx'
import { useAttributes } from '../use-attributes.ts'
import { WordsSetting } from '../words-setting.tsx'
import { drawn } from './fetched.ts'

type Attrs = z.infer<typeof kind.attributes>

const REACH = 1e8
const LEAST_STEP = 0.000001

/** What moves, from where to where, and what follows from it. */
export function SliderSettings({ editor, position }: SettingsProps) {
  const [given, set] = useAttributes(editor, position)
  const [, again] = useReducer((count: number) => count + 1, 0)
  if (given.values === undefined) return null
  const attrs = given as unknown as Attrs
  const problems = drawn(given, again)?.problems ?? []
  return (
    <>
      <WordsSetting
        label="What the slider sets"
        most={MOST_OF_SLIDER.quantity}
        value={attrs.quantity}
        placeholder="Length of the wall"
        onKeep={(words) => set('quantity', words)}
      />
      <WordsSetting
        label="Its unit"
        most={MOST_OF_SLIDER.unit}
        value={attrs.unit}
        placeholder="m"
        onKeep={(words) => set('unit', words)}
      />
      <SliderNumbers {...{ attrs, set }} />
      <div role="status">
        {problems.map(
          ({ line, message }) =>
            line === 0 && (
              <p className="field-problem" key={message}>
                {message}
              </p>
            ),
        )}
      </div>
      <TypedSetting
        label="Numbers worked out from it, one on each line"
        rows={4}
        most={MOST_OF_SLIDER.values}
        value={attrs.values}
        placeholder="Stone (t) = 1.6x"
        help={<ValuesHelp />}
        problems={problems.filter(({ line }) => line > 0).map(({ line, message }) => `Line ${line}: ${message}`)}
        isFormula
        onKeep={(typed) => set('values', typed)}
      />
    </>
  )
}

interface NumbersProps {
  attrs: Attrs
  set: (name: keyof Attrs, value: unknown) => void
}

/** From where to where it moves, in which steps, and where it stands at first. */
function SliderNumbers({ attrs, set }: NumbersProps) {
  const number = (name: 'from' | 'to' | 'step' | 'start', label: string, least = -REACH) => (
    <NumberSetting {...{ label, least }} value={attrs[name]} most={REACH} isAny onKeep={(value) => set(name, value)} />
  )
  return (
    <div className="slider-numbers">
      {number('from', 'From')}
      {number('to', 'To')}
      {number('step', 'In steps of', LEAST_STEP)}
      {number('start', 'At first')}
    </div>
  )
}

const ValuesHelp = () => (
  <>
    Its name, perhaps a unit in parentheses, =, and a formula in which x is what the slider sets. Formulas are typed
    with + - * / ^, numbers, x, pi, e and {FORMULA_FUNCTIONS.join(', ')}.
  </>
)
