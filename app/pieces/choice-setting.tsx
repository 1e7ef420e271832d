import { useId } from 'react'
import { onDemand } from '../shell/on-demand.tsx'

/** Fetched with the first settings that have a choice: the sheet opens without it. */
export const ChoiceControl = onDemand(() => import('./choice-control.tsx').then((module) => module.ChoiceControl))

interface Props<Value extends string | number> {
  label: string
  value: Value
  options: readonly (readonly [value: Value, label: string])[]
  onChange: (value: Value) => void
}

/** A setting of a piece with a few values, all in sight. */
export function ChoiceSetting<Value extends string | number>({ label, value, options, onChange }: Props<Value>) {
  const id = useId()
  return (
    <>
      <h3 id={id}>{label}</h3>
      <ChoiceControl labelledBy={id} value={value} options={options} onChange={(next) => onChange(next as Value)} />
    </>
  )
}
