/**
 * A number as somebody types it: decimal point or comma, spaces or thin spaces between thousands, a minus sign of any
 * kind, powers of ten (1.2e3, 1,2·10^3), common fractions (3/4, ½, 1½). Null when it is none, or not finite.
 */
export function readNumber(typed: string): number | null {
  if (typed.length > 60) return null
  let text = typed
    .normalize('NFKC')
    .trim()
    .replace(/[\u2212\u2013\u2012]/g, '-')
    .replace(/[\s\u00a0\u202f\u2009_]+/g, ' ')
  text = text.replace(/^\+/, '').replaceAll('\u2044', '/')
  const power = /^(-?\d[\d ]*(?:[.,]\d+)?) ?[x×·*] ?10 ?\^ ?(-?\d{1,3})$/.exec(text)
  if (power) return finite(Number(plain(power[1]!)) * 10 ** Number(power[2]))
  const fraction = mixed(typed) ?? /^(-?)(?:(\d+) )?(\d+) ?\/ ?(\d+)$/.exec(text)
  if (fraction) {
    const [, sign = '', whole = '0', above = '0', below = '1'] = fraction
    const size = Number(whole) + Number(above) / Number(below)
    return finite(sign === '-' ? -size : size)
  }
  return /^-?(\d[\d ]*([.,]\d*)?|[.,]\d+)(e-?\d{1,4})?$/i.test(text) ? finite(Number(plain(text))) : null
}

/**
 * “1½”: compatibility forms run the whole and the fraction together, so it is taken apart first (Unicode, vulgar
 * fractions).
 */
function mixed(typed: string): RegExpExecArray | null {
  const apart = typed
    .trim()
    .replace(/[\u2212]/g, '-')
    .replace(
      /(\d)?([\u00bc-\u00be\u2150-\u215e])/u,
      (_all, whole: string | undefined, sign: string) =>
        `${whole === undefined ? '' : `${whole} `}${sign.normalize('NFKC').replace('\u2044', '/')}`,
    )
  return /^(-?)(?:(\d+) )?(\d+)\/(\d+)$/.exec(apart)
}

const plain = (text: string): string => text.replaceAll(' ', '').replace(',', '.')
const finite = (number: number): number | null => (Number.isFinite(number) ? number : null)

/** A number rounded to so many significant figures. */
export function toFigures(number: number, figures: number): number {
  return number === 0 ? 0 : Number(number.toPrecision(figures))
}

/**
 * A number as it is shown in a text: with these decimals, or with six significant figures at most and no idle zeros.
 */
export function showNumber(number: number, decimals: number | null, language: string): string {
  if (!Number.isFinite(number)) return '?'
  const format =
    decimals === null
      ? { maximumSignificantDigits: 6 }
      : { minimumFractionDigits: decimals, maximumFractionDigits: decimals }
  return new Intl.NumberFormat(language, { ...format, useGrouping: Math.abs(number) >= 10_000 })
    .format(number)
    .replace(/^-/, '\u2212')
}
