import type { Ref } from 'react'

interface Props {
  /** The field itself, pressed by a button beside it. */
  chooser: Ref<HTMLInputElement>
  label: string
  /** Which files are offered; all when left out. */
  accept?: string
  onFiles: (files: readonly File[]) => void
}

/** Lets files be chosen; the same one can be chosen again. */
export function FileChooser({ chooser, label, accept, onFiles }: Props) {
  return (
    <input
      ref={chooser}
      type="file"
      hidden
      multiple
      accept={accept}
      aria-label={label}
      onChange={({ target }) => {
        onFiles([...(target.files ?? [])])
        target.value = ''
      }}
    />
  )
}
