import { create, type MathNumericType, type Unit, unitDependencies } from 'mathjs'

// Made when the first unit is read: a server that reads none starts without it.
const makeUnits = () => create(unitDependencies!)
let units: ReturnType<typeof makeUnits> | null = null
const unit = (amount: MathNumericType, sign: string): Unit => (units ??= makeUnits()).unit(amount, sign)

const SIGNS: readonly (readonly [RegExp, string])[] = [
  [/²/g, '^2'],
  [/³/g, '^3'],
  [/[·×]/g, '*'],
  [/µ|μ/g, 'u'],
  [/°\s*C/g, 'degC'],
  [/°/g, 'deg'],
  [/^%$/, ''],
]
/** A unit by its sign: letters with powers, times and per. Nothing that a formula could be. */
const UNIT = /^[A-Za-z]+\^?-?\d?([*/ ] ?[A-Za-z]+\^?-?\d?){0,4}$/

function normal(text: string): string {
  return SIGNS.reduce((now, [sign, plain]) => now.replace(sign, plain), text.trim())
}

/**
 * Whether a unit is one of those that are known (SI with its prefixes, and common others), by its sign: m, cm, m²,
 * kg/m, t.
 */
export function isUnit(text: string): boolean {
  const sign = normal(text)
  if (sign === '') return true
  if (!UNIT.test(sign)) return false
  try {
    unit(1, sign)
    return true
  } catch {
    return false
  }
}

/** A quantity in another unit; null when one is no unit, or they measure different things. */
export function convert(amount: number, from: string, to: string): number | null {
  const [source, target] = [normal(from), normal(to)]
  if (source === target) return amount
  if (!isUnit(source) || !isUnit(target) || source === '' || target === '') return null
  try {
    return unit(amount, source).toNumber(target)
  } catch {
    return null
  }
}

/** An answer taken apart into its number and its unit: “2,4 t”, “240 cm”, “12”. */
export function splitQuantity(typed: string): { number: string; unit: string } {
  const match =
    /^([+\-\u2212\u2013]?[\d.,/\s\u00bc-\u00be\u2044\u2150-\u215e]*(?:e[+-]?\d+)?(?:\s*[x×·*]\s*10\s*\^\s*[-\u2212]?\d+)?)\s*(.*)$/iu.exec(
      typed.trim(),
    )
  return match?.[1] ? { number: match[1].trim(), unit: (match[2] ?? '').trim() } : { number: typed.trim(), unit: '' }
}
