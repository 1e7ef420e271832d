/** The narrowest that a block may be, in percent of its column. */
export const LEAST_WIDTH = 20

export const MARGIN_STYLES = ['margin', 'margin-inline', 'margin-left', 'margin-right']

/** Where a block stands that is not as wide as its column, by its margins; null where they don’t say it. */
export function alignFromMargins(styles: ReadonlyMap<string, string>): 'centre' | 'end' | null {
  const margin = (styles.get('margin-inline') ?? styles.get('margin')?.split(/\s+/).slice(1).join(' ') ?? '').trim()
  const [start, end = start] = margin.split(/\s+/)
  const isAuto = {
    start: (styles.get('margin-left') ?? start) === 'auto',
    end: (styles.get('margin-right') ?? end) === 'auto',
  }
  if (!isAuto.start) return null
  return isAuto.end ? 'centre' : 'end'
}

/** The declaration that says it; empty where a block stands at the start. */
export const alignStyle = (align: 'start' | 'centre' | 'end'): string =>
  ({ start: '', centre: 'margin-inline: auto', end: 'margin-inline: auto 0' })[align]
