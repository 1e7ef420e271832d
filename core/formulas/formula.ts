import { create, type FactoryFunctionMap, type MathNode } from 'mathjs/number'
// By name, one by one: what is not named is not built in.
import * as all from 'mathjs/number'
import { FORMULA_FUNCTIONS } from './names.ts'
import { texOf } from './tex.ts'

/** A formula that was understood: what it needs, and its value for given variables. */
export interface Formula {
  /** Names of variables in it. */
  readonly names: readonly string[]
  /** Of how many parts it is made: what it costs to compute it once, in rough proportion. */
  readonly size: number
  /** The same as LaTeX. */
  tex: () => string
  /** A number for these values; NaN or infinite where mathematics has none (division by zero, root of −1). */
  valueOf: (values: Readonly<Record<string, number>>) => number
  /** The same as a function of one of its variables, the only one it has; for many values quicker. */
  ofOne: (name: string) => (value: number) => number
}

export type FormulaRead =
  { readonly ok: true; readonly formula: Formula } | { readonly ok: false; readonly reason: string }

/** The longest formula, in characters. */
export const MOST_FORMULA = 500
const FUNCTIONS: ReadonlySet<string> = new Set(FORMULA_FUNCTIONS)
const CONSTANTS = new Set(['pi', 'e'])
const OPERATORS = new Set([
  'add',
  'subtract',
  'multiply',
  'divide',
  'pow',
  'mod',
  'unaryMinus',
  'unaryPlus',
  'smaller',
  'larger',
  'smallerEq',
  'largerEq',
  'equal',
  'unequal',
  'and',
  'or',
  'not',
])
/** What formulas are made of, and no more. Made when the first is read: a server that reads none starts without it. */
function makeMathematics() {
  const parts = [
    all.absDependencies,
    all.acosDependencies,
    all.addDependencies,
    all.andDependencies,
    all.asinDependencies,
    all.atanDependencies,
    all.cbrtDependencies,
    all.ceilDependencies,
    all.cosDependencies,
    all.divideDependencies,
    all.eDependencies,
    all.equalDependencies,
    all.expDependencies,
    all.floorDependencies,
    all.largerDependencies,
    all.largerEqDependencies,
    all.logDependencies,
    all.log10Dependencies,
    all.maxDependencies,
    all.minDependencies,
    all.modDependencies,
    all.multiplyDependencies,
    all.notDependencies,
    all.orDependencies,
    all.parseDependencies,
    all.piDependencies,
    all.powDependencies,
    all.roundDependencies,
    all.sinDependencies,
    all.smallerDependencies,
    all.smallerEqDependencies,
    all.sqrtDependencies,
    all.subtractDependencies,
    all.tanDependencies,
    all.unaryMinusDependencies,
    all.unaryPlusDependencies,
    all.unequalDependencies,
  ]
  return create(Object.assign({}, ...parts) as FactoryFunctionMap)
}
let mathematics: ReturnType<typeof makeMathematics> | null = null

/** A name of a variable: letters, then letters, digits, `_`. */
export const VARIABLE = /^[A-Za-z][A-Za-z0-9_]{0,30}$/

const refuse = (reason: string): FormulaRead => ({ ok: false, reason })

interface Part extends MathNode {
  readonly name?: string
  readonly fn?: unknown
  readonly value?: unknown
  readonly isRelational?: boolean
}

/**
 * Reads a formula in usual notation: + − * / ^, parentheses, comparisons, and the functions of `FUNCTIONS`
 * (trigonometry in radians, degrees by their sign, `log` natural). Nothing else of the parser's language passes: every
 * part is looked at before anything is computed.
 */
export function readFormula(text: string): FormulaRead {
  if (text.trim() === '') return refuse('The formula is empty.')
  if (text.length > MOST_FORMULA) return refuse(`A formula holds at most ${MOST_FORMULA} characters.`)
  let root: MathNode
  try {
    root = (mathematics ??= makeMathematics()).parse(inDegrees(asTyped(text)))
  } catch (error) {
    return refuse(whereItStops(text, error))
  }
  const { problem, names, size } = inspected(root, text)
  if (problem) return refuse(problem)
  const compiled = root.compile()
  const evaluated = (scope: object): number => {
    try {
      const result: unknown = compiled.evaluate(scope)
      return typeof result === 'boolean' ? Number(result) : typeof result === 'number' ? result : NaN
    } catch {
      return NaN
    }
  }
  return {
    ok: true,
    formula: {
      names: [...names],
      size,
      tex: () => texOf(root),
      valueOf: (values) => evaluated({ ...values }),
      ofOne: (name) => {
        const scope = new Map<string, number>()
        return (value) => evaluated(scope.set(name, value))
      },
    },
  }
}

/** Signs of mathematics as the parser knows them, one for one, so that its places are those of the text. */
const SIGNS: Readonly<Record<string, string>> = { '−': '-', '×': '*', '·': '*', '÷': '/' }
const asTyped = (text: string): string => text.replace(/[−×·÷]/g, (sign) => SIGNS[sign]!)

/** A number, a name, or what ends in `)` with what stands before it. */
const BEFORE_DEGREES = /([0-9.]+|[A-Za-z][A-Za-z0-9_]*)$/

/**
 * Degrees: `30°` is 30 × π/180, as the SI has it (SI brochure, 9th edition, table 8), so `sin(a°)` takes degrees and
 * `asin(x) / 1°` gives them. The sign binds closer than any other.
 */
function inDegrees(text: string): string {
  let done = ''
  for (const sign of text.replaceAll('π', '(pi)')) {
    if (sign !== '°') {
      done += sign
      continue
    }
    const start = done.endsWith(')') ? openingOf(done) : (BEFORE_DEGREES.exec(done)?.index ?? done.length)
    done = `${done.slice(0, start)}(${done.slice(start)}*pi/180)`
  }
  return done
}

/** Where the parenthesis begins that ends a text, with the function's name before it. */
function openingOf(text: string): number {
  let depth = 0
  for (let at = text.length - 1; at >= 0; at--) {
    if (text[at] === ')') depth++
    if (text[at] === '(' && --depth === 0) return BEFORE_DEGREES.exec(text.slice(0, at))?.index ?? at
  }
  return 0
}

/** What the parser could not read, with its place where that is the place in the text. */
function whereItStops(text: string, error: unknown): string {
  const at = /char (\d+)/.exec(String(error))?.[1]
  if (!at || /[°π]/.test(text)) return `The formula “${text}” can’t be read.`
  const sign = text.charAt(Number(at) - 1)
  return sign.trim() === ''
    ? `The formula “${text}” ends too early.`
    : `Error at character ${at} of “${text}”: “${sign}”.`
}

/** Looks at every part of a formula: its variables, and what is wrong with it first. */
function inspected(root: MathNode, text: string) {
  const names = new Set<string>()
  let problem = ''
  let size = 0
  const called = new Set<MathNode>()
  root.traverse((node) => {
    const part = node as Part
    size++
    if (part.type === 'FunctionNode') {
      const name = (part.fn as Part | undefined)?.name ?? ''
      called.add(part.fn as MathNode)
      if (!FUNCTIONS.has(name))
        problem ||= `“${name}” is not a function that formulas know. They know ${[...FUNCTIONS].join(', ')}.`
    } else if (part.type === 'SymbolNode') {
      if (called.has(node) || CONSTANTS.has(part.name ?? '')) return
      if (!VARIABLE.test(part.name ?? '')) problem ||= `“${part.name ?? ''}” is no name of a variable.`
      else names.add(part.name!)
    } else if (part.type === 'OperatorNode') {
      if (!OPERATORS.has(String(part.fn)))
        problem ||= `The formula “${text}” uses a character that formulas do not know.`
    } else if (part.type === 'ConstantNode') {
      if (typeof part.value !== 'number')
        problem ||= 'A formula holds numbers and names of variables; words are no part of it.'
    } else if (part.type !== 'ParenthesisNode' && part.type !== 'RelationalNode' && part.type !== 'ConditionalNode')
      problem ||= `The formula “${text}” holds something that is no formula.`
  })
  return { problem, names, size }
}
