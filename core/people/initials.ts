/** Two letters for somebody's face: of the first two names, as they are written. */
export function initials(name: string): string {
  return name
    .split(/\s+/)
    .map((part) => [...part][0] ?? '')
    .join('')
    .slice(0, 2)
}
