import { html, type SafeHtml } from '../../../tree/template.ts'
import type { NumberAnswer, Tolerance } from './model.ts'

/** The right value, how far from it an answer may be, and what is said to both. */
export function numberPaper(
  { value, unit, tolerance, whenRight, whenWrong }: NumberAnswer,
  write: (text: object) => SafeHtml,
): SafeHtml {
  return html`<p><b>✓ Right</b> <code>${value}</code> ${unit}, ${within(tolerance, unit)}</p><div class="soft">${write(whenRight)}${write(whenWrong)}</div>`
}

function within({ sort, amount }: Tolerance, unit: string): string {
  switch (sort) {
    case 'absolute':
      return `accepted within ${amount}${unit && ` ${unit}`}`
    case 'percent':
      return `accepted within ${amount} %`
    case 'figures':
      return `compared to ${amount} significant ${amount === 1 ? 'figure' : 'figures'}`
  }
}
