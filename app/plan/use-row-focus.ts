import { type RefObject, useLayoutEffect, useRef, useState } from 'react'

export interface RowFocus {
  readonly list: RefObject<HTMLUListElement | null>
  /** The row that has the focus, or had it last. */
  readonly focused: string | null
  /** The row was given the focus by the author. */
  note: (id: string) => void
  /** Gives a row the focus as soon as it is there, where it will be; null: none has it. */
  want: (id: string | null) => void
  /** Gives a row the focus now, or as soon as it is there. */
  go: (id: string) => void
  /** To be told where the focus comes and goes. */
  readonly watch: { onFocus: (event: React.FocusEvent) => void; onBlur: (event: React.FocusEvent) => void }
}

/** Keeps the focus on a row of the plan through whatever moves, adds and takes out rows. */
export function useRowFocus(): RowFocus {
  const [focused, note] = useState<string | null>(null)
  const list = useRef<HTMLUListElement>(null)
  const wanted = useRef<string | null>(null)
  const hasFocus = useRef(false)
  const rowOf = (id: string): HTMLElement | null | undefined =>
    list.current?.querySelector<HTMLElement>(`[data-id="${id}"]`)
  // What is to have the focus gets it as soon as it is there.
  useLayoutEffect(() => {
    const row = wanted.current && rowOf(wanted.current)
    if (!row) return
    wanted.current = null
    row.focus()
  })
  // A row that others' changes, or its own move, put elsewhere keeps the focus it had.
  useLayoutEffect(() => {
    if (hasFocus.current && document.activeElement === document.body && focused) rowOf(focused)?.focus()
  })
  const want = (id: string | null): void => {
    wanted.current = id
    note(id)
  }
  return {
    list,
    focused,
    note,
    want,
    go: (id) => {
      want(id)
      const row = rowOf(id)
      if (!row) return
      wanted.current = null
      row.focus()
    },
    watch: {
      onFocus: (event) => (hasFocus.current = event.target.matches('[data-id]')),
      onBlur: (event) => (hasFocus.current &&= event.relatedTarget === null),
    },
  }
}
