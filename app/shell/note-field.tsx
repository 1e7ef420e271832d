import { Form, Input } from 'antd'
import { useId } from 'react'
import { NOTE_LENGTH } from '../../core/document/limits.ts'

interface Props {
  label: string
  value: string
  onChange: (note: string) => void
}

/** The note that goes with an edition. */
export function NoteField({ label, value, onChange }: Props) {
  const id = useId()
  return (
    <Form.Item layout="vertical" label={label} htmlFor={id}>
      <Input id={id} value={value} maxLength={NOTE_LENGTH} onChange={(event) => onChange(event.target.value)} />
    </Form.Item>
  )
}
