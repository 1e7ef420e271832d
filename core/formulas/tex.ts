import type { MathNode } from 'mathjs/number'
import type { FORMULA_FUNCTIONS } from './names.ts'

type Write = (args: readonly string[]) => string
const called =
  (name: string): Write =>
  (args) =>
    `${name}\\left(${args.join(', ')}\\right)`
const around =
  (left: string, right: string): Write =>
  ([arg = '']) =>
    `\\left${left}${arg}\\right${right}`

/** How each function is written. */
const WRITTEN: Readonly<Record<(typeof FORMULA_FUNCTIONS)[number], Write>> = {
  abs: around('|', '|'),
  sqrt: ([arg = '']) => `\\sqrt{${arg}}`,
  cbrt: ([arg = '']) => `\\sqrt[3]{${arg}}`,
  exp: called('\\exp'),
  log: called('\\ln'),
  log10: called('\\log_{10}'),
  sin: called('\\sin'),
  cos: called('\\cos'),
  tan: called('\\tan'),
  asin: called('\\arcsin'),
  acos: called('\\arccos'),
  atan: called('\\arctan'),
  round: called('\\operatorname{round}'),
  floor: around('\\lfloor', '\\rfloor'),
  ceil: around('\\lceil', '\\rceil'),
  min: called('\\min'),
  max: called('\\max'),
  mod: ([a = '', b = '']) => `\\left(${a} \\bmod ${b}\\right)`,
}

/** The nodes that hold others in one list. */
interface Called extends MathNode {
  readonly fn: { readonly name: string }
  readonly args: MathNode[]
}

/**
 * A formula that was understood as LaTeX. Functions are written here: the parser's own templates write what is within a
 * function several times over, which takes twice as long for each level of them.
 */
export function texOf(root: MathNode): string {
  const options = {
    handler: (node: MathNode): string | undefined => {
      if (node.type !== 'FunctionNode') return undefined
      const { fn, args } = node as Called
      const write = WRITTEN[fn.name as keyof typeof WRITTEN]
      return write(args.map((each) => each.toTex(options)))
    },
  }
  return root.toTex(options)
}
