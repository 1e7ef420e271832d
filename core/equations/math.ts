import { parseFragment, serializeOuter } from 'parse5'
import temml from 'temml'
import { problemWords } from './problem-words.ts'
import { everyElement, type HtmlElement, isElement } from '../tree/tree.ts'

/** Why a formula can't be set, in words, and where in it: an offset in UTF-16 units. */
export interface TexProblem {
  readonly message: string
  readonly position: number
}

export type SetFormula = { readonly math: HtmlElement } | { readonly problem: TexProblem }

/** Macros may be replaced so often; more is a formula that grows for ever. */
const MOST_EXPANSIONS = 500
/** The largest size that a formula may ask for, in em, and the most of them. */
const MOST_SIZE: [number, number] = [20, 20]

/**
 * A formula in LaTeX that nobody has checked, as MathML (MathML Core) with the formula as its annotation and its
 * alternative text. Nothing in a formula can lead anywhere or run: commands that could are not known here.
 */
export function mathOf(unsafeTex: string, isDisplay: boolean): SetFormula {
  let written: string
  try {
    written = temml.renderToString(unsafeTex, {
      displayMode: isDisplay,
      annotate: true,
      throwOnError: true,
      trust: false,
      strict: false,
      maxExpand: MOST_EXPANSIONS,
      maxSize: MOST_SIZE,
    })
  } catch (error) {
    return { problem: problemFrom(error, unsafeTex) }
  }
  const math = parseFragment(written).childNodes.find(isElement)
  if (math?.tagName !== 'math') return { problem: { message: 'This can’t be set as a formula.', position: 0 } }
  // Classes are for a style sheet that is not shipped; how a formula stands is said by `display` alone.
  for (const each of everyElement([math])) each.attrs = each.attrs.filter(({ name }) => name !== 'class')
  math.attrs = math.attrs.filter(({ name }) => name !== 'style')
  math.attrs.push({ name: 'alttext', value: unsafeTex })
  return { math }
}

/** The same as a string, for a browser. */
export function mathmlOf(
  unsafeTex: string,
  isDisplay: boolean,
): { readonly mathml: string } | { readonly problem: TexProblem } {
  const set = mathOf(unsafeTex, isDisplay)
  return 'math' in set ? { mathml: serializeOuter(set.math) } : set
}

/** Why a formula can't be set; null when it can. */
export function problemOfTex(unsafeTex: string): TexProblem | null {
  const set = mathOf(unsafeTex, false)
  return 'problem' in set ? set.problem : null
}

function problemFrom(error: unknown, tex: string): TexProblem {
  if (error instanceof RangeError) return { message: 'This formula is nested too deep to be set.', position: 0 }
  // The setter stumbles over a sign that nothing follows.
  if (!(error instanceof temml.ParseError))
    return { message: 'Something is missing after ^ or _.', position: Math.max(0, tex.search(/[\^_]\s*$/)) }
  const { message, position } = error as unknown as { message: string; position?: number }
  // The message goes on with where it is, and with the formula once more.
  const words = message
    .trim()
    .replace(/ at (end of input|position \d+)\b[^]*$/, '')
    .replace(/^ParseError:\s*/, '')
  return { message: problemWords(words), position: Math.min(tex.length, position ?? tex.length) }
}
