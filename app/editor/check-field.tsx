interface Props {
  label: string
  isOn: boolean
  onSet: (isOn: boolean) => void
}

/** Something that is so or not. */
export function CheckField({ label, isOn, onSet }: Props) {
  return (
    <label className="desk-check">
      <input type="checkbox" checked={isOn} onChange={({ target }) => onSet(target.checked)} /> {label}
    </label>
  )
}
