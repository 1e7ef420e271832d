import { Checkbox } from 'antd'

/** Whether students are told of what is published; not offered where there is nothing yet that they could open. */
export function TellStudents({
  isOn,
  isPossible,
  onChange,
}: {
  isOn: boolean
  isPossible: boolean
  onChange: (isOn: boolean) => void
}) {
  return (
    <Checkbox checked={isOn && isPossible} disabled={!isPossible} onChange={(event) => onChange(event.target.checked)}>
      {isPossible ? 'Notify students (here and by e-mail)' : 'Notify students (not possible yet: they can’t open it)'}
    </Checkbox>
  )
}
