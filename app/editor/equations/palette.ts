import type { FieldMessage } from '../field-say.ts'

/** What a formula is put together from: shown as it looks, put in as LaTeX; `□` is where one goes on typing. */
export interface PaletteGroup {
  readonly name: FieldMessage
  readonly pieces: readonly string[]
}

export const PALETTE: readonly PaletteGroup[] = [
  {
    name: 'field.eqFractions',
    pieces: ['\\frac{□}{□}', '\\sqrt{□}', '\\sqrt[3]{□}', '□^{2}', '□_{1}', '\\binom{□}{□}'],
  },
  {
    name: 'field.eqSums',
    pieces: ['\\sum_{i=1}^{n} □', '\\prod_{i=1}^{n} □', '\\int_{a}^{b} □\\,dx', '\\lim_{x \\to 0} □', '\\frac{d□}{dx}'],
  },
  {
    name: 'field.eqRelations',
    pieces:
      '\\le \\ge \\ne \\approx \\pm \\times \\cdot \\div \\in \\subseteq \\cup \\cap \\to \\Rightarrow \\infty \\degree'.split(
        ' ',
      ),
  },
  {
    name: 'field.eqGreek',
    pieces:
      '\\alpha \\beta \\gamma \\delta \\varepsilon \\theta \\lambda \\mu \\pi \\rho \\sigma \\varphi \\omega \\Delta \\Sigma \\Omega'.split(
        ' ',
      ),
  },
  {
    name: 'field.eqMatrices',
    pieces: [
      '\\begin{pmatrix} □ & b \\\\ c & d \\end{pmatrix}',
      '\\begin{cases} □ & x > 0 \\\\ b & x \\le 0 \\end{cases}',
      '\\begin{aligned} □ &= b \\\\ c &= d \\end{aligned}',
      '\\vec{□}',
      '\\overline{□}',
      '\\left( □ \\right)',
      '\\text{□}',
    ],
  },
]

const HOLE = '□'

/**
 * The formula with a piece in place of what is selected: that goes into the first hole. Gives what is selected then,
 * the first hole that is left, or the end of the piece.
 */
export function withPiece(
  tex: string,
  [from, to]: readonly [from: number, to: number],
  piece: string,
): { tex: string; selection: readonly [from: number, to: number] } {
  const selected = tex.slice(from, to)
  const filled = selected === '' ? piece : piece.replace(HOLE, () => selected)
  // A command that ends in a letter needs a space before the next one.
  const inserted = /\\[A-Za-z]+$/.test(filled) ? `${filled} ` : filled
  const hole = inserted.indexOf(HOLE)
  const made = tex.slice(0, from) + inserted + tex.slice(to)
  const at = from + (hole < 0 ? inserted.length : hole)
  return { tex: made, selection: [at, at + (hole < 0 ? 0 : HOLE.length)] }
}
