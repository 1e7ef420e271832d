/** Four stones of a wall: the mark of Fieldstone. */
export function Mark({ size = 22 }: { size?: number }) {
  return (
    <svg viewBox="0 0 24 24" width={size} height={size} aria-hidden>
      <path d="M8 3.5 13 2l4.5 2.3-.6 3L8.7 7.6Z" fill="var(--slate)" />
      <path d="M4.5 9.6 13 8.6l6 1.3 1 3.6-9 1.2-6-1Z" fill="var(--ochre)" />
      <path d="M2 16.5 9 15.5l3.5 2-.5 4L3.5 22Z" fill="var(--lichen)" />
      <path d="M13.5 16.5 21 15.7l1.5 5-8.5.8Z" fill="var(--lichen)" />
    </svg>
  )
}
