import { Segmented } from 'antd'
import { useId } from 'react'

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
      <Segmented
        block
        aria-labelledby={id}
        value={value}
        onChange={onChange}
        options={options.map(([each, words]) => ({ value: each, label: words }))}
      />
    </>
  )
}
