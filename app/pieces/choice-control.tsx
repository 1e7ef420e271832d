import { Segmented } from 'antd'

export interface ChoiceControlProps {
  /** The element that says what is chosen. */
  labelledBy: string
  value: string | number
  options: readonly (readonly [value: string | number, label: string])[]
  onChange: (value: string | number) => void
}

/** A few values side by side, one of them chosen. */
export const ChoiceControl = ({ labelledBy, value, options, onChange }: ChoiceControlProps) => (
  <Segmented
    block
    aria-labelledby={labelledBy}
    value={value}
    onChange={onChange}
    options={options.map(([each, words]) => ({ value: each, label: words }))}
  />
)
