import type { Shape } from '../../core/templates/sketch.ts'

/** The paper, and what stands on it, in units of the drawing. */
const [WIDTH, HEIGHT, MARGIN] = [64, 80, 7]
const COLUMN = WIDTH - 2 * MARGIN

/** How much of the height each shape takes. */
const HEIGHTS: Record<Shape['as'], number> = { heading: 8, line: 5, item: 5, row: 6, picture: 18, piece: 14, rule: 5 }

/** A page from afar, on paper. It says nothing that its name does not: only eyes need it. */
export function Sketch({ shapes }: { shapes: readonly Shape[] }) {
  let top = MARGIN
  return (
    <svg className="template-sketch" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width={WIDTH} height={HEIGHT} aria-hidden>
      {shapes.map((each, at) => {
        const y = top
        top += HEIGHTS[each.as]
        return top > HEIGHT - 2 ? null : <Drawn key={at} shape={each} y={y} />
      })}
    </svg>
  )
}

function Drawn({ shape: { as, width }, y }: { shape: Shape; y: number }) {
  const length = COLUMN * width
  switch (as) {
    case 'heading':
      return <rect className="is-heading" x={MARGIN} y={y} width={length} height={4} rx={1} />
    case 'line':
      return <rect x={MARGIN} y={y} width={length} height={2} rx={1} />
    case 'item':
      return (
        <>
          <circle cx={MARGIN + 1.5} cy={y + 1} r={1.5} />
          <rect x={MARGIN + 6} y={y} width={length - 6} height={2} rx={1} />
        </>
      )
    case 'row':
      return [0, 1, 2].map((cell) => (
        <rect key={cell} x={MARGIN + (cell * COLUMN) / 3} y={y} width={COLUMN / 3 - 1.5} height={4} />
      ))
    case 'picture':
      return <rect className="is-picture" x={MARGIN} y={y} width={length} height={15} rx={1} />
    case 'piece':
      return (
        <>
          <rect className="is-piece" x={MARGIN + 0.5} y={y + 0.5} width={length - 1} height={11} rx={1.5} />
          <rect x={MARGIN + 4} y={y + 3} width={length * 0.6} height={2} rx={1} />
          <rect x={MARGIN + 4} y={y + 7} width={length * 0.75} height={2} rx={1} />
        </>
      )
    case 'rule':
      return <rect x={MARGIN} y={y} width={length} height={1} />
  }
}
