import type { Shape } from '../../core/templates/sketch.ts'

/** The paper, and what stands on it, in units of the drawing. */
const PAGE = { width: 64, height: 80 }
const MARGIN = 7
/** The same for a part of a page, which is wide and low. */
const PART = { width: 120, height: 54 }

/** How much of the height each shape takes; a piece as much as what is inside it. */
const HEIGHTS: Readonly<Record<Shape['as'], number>> = {
  ...{ heading: 8, line: 5, item: 5, row: 6, picture: 18, piece: 14, rule: 5 },
  ...{ columns: 19, folded: 8, button: 8 },
}
const heightOf = ({ as, inside }: Shape): number =>
  inside === undefined ? HEIGHTS[as] : 6 + inside.reduce((sum, each) => sum + HEIGHTS[each.as], 0)

/**
 * A page or a part of one (`isPart`) from afar, on paper. It says nothing that its name does not: only eyes need it.
 */
export function Sketch({ shapes, isPart = false }: { shapes: readonly Shape[]; isPart?: boolean }) {
  const { width, height } = isPart ? PART : PAGE
  let top = MARGIN
  return (
    <svg className="template-sketch" viewBox={`0 0 ${width} ${height}`} {...{ width, height }} aria-hidden>
      {shapes.map((each, at) => {
        const y = top
        top += heightOf(each)
        return y > height - 8 ? null : <Drawn key={at} shape={each} x={MARGIN} y={y} column={width - 2 * MARGIN} />
      })}
    </svg>
  )
}

interface DrawnProps {
  shape: Shape
  x: number
  y: number
  /** How wide the column is that it stands in. */
  column: number
}

function Drawn({ shape: { as, width, count = 1, inside }, x, y, column }: DrawnProps) {
  const length = column * width
  switch (as) {
    case 'heading':
      return <rect className="is-heading" {...{ x, y }} width={length} height={4} rx={1} />
    case 'line':
      return <rect {...{ x, y }} width={length} height={2} rx={1} />
    case 'item':
      return (
        <>
          <circle cx={x + 1.5} cy={y + 1} r={1.5} />
          <rect x={x + 6} y={y} width={Math.max(1, length - 6)} height={2} rx={1} />
        </>
      )
    case 'row':
      return [0, 1, 2].map((cell) => (
        <rect key={cell} x={x + (cell * column) / 3} y={y} width={column / 3 - 1.5} height={4} />
      ))
    case 'picture':
      return <rect className="is-picture" {...{ x, y }} width={length} height={15} rx={1} />
    case 'piece':
      return <Piece {...{ x, y, length }} inside={inside ?? WORDS} />
    case 'columns':
      return Array.from({ length: count }, (_, at) => (
        <Piece key={at} y={y} x={x + (at * column) / count} length={column / count - 2} inside={WORDS} />
      ))
    case 'folded':
      return (
        <>
          <path d={`M${x} ${y}l4 2.5l-4 2.5z`} />
          <rect x={x + 7} y={y + 1.5} width={length - 7} height={2} rx={1} />
        </>
      )
    case 'button':
      return <rect className="is-button" x={x + 0.5} y={y} width={length} height={6} rx={1.5} />
    case 'rule':
      return <rect {...{ x, y }} width={length} height={1} />
  }
}

/** What is drawn in a piece of which no more is known. */
const WORDS: readonly Shape[] = [
  { as: 'line', width: 0.8 },
  { as: 'line', width: 1 },
]

/** The frame of a piece, and in it what is inside. */
function Piece({ x, y, length, inside }: { x: number; y: number; length: number; inside: readonly Shape[] }) {
  let top = y + 3
  const height = inside.reduce((sum, each) => sum + HEIGHTS[each.as], 3)
  return (
    <>
      <rect className="is-piece" x={x + 0.5} y={y + 0.5} width={length - 1} height={height} rx={1.5} />
      {inside.map((each, at) => {
        const place = top
        top += HEIGHTS[each.as]
        return <Drawn key={at} shape={each} x={x + 4} y={place} column={length - 8} />
      })}
    </>
  )
}
