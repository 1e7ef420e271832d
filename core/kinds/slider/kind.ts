import { z } from 'zod'
import { attribute, element, hasClass, type HtmlElement, isElement } from '../../tree/tree.ts'
import { validOr, words, wordsFrom } from '../attributes.ts'
import { captionIn } from '../figures.ts'
import type { NodeKind } from '../kind.ts'

/*
 * A slider is kept as its author typed it: a quantity that moves, and values that follow from it, a line each. Its
 * values are computed when a page is rendered and on the sheet; what can't be computed stays as it was typed.
 */

/** The longest of each, in UTF-16 units. */
export const MOST_OF_SLIDER = { quantity: 80, unit: 40, values: 600 } as const
/** How far the quantity may reach. */
const MOST_REACH = 1e8
const reach = z.number().min(-MOST_REACH).max(MOST_REACH)
const step = z.number().gt(0).max(MOST_REACH)

const isSlider = (unsafeElement: HtmlElement): boolean =>
  attribute(unsafeElement, 'data-piece') === 'slider' || hasClass(unsafeElement, 'slider')

/** A number that was given; undefined where it is none. */
const numberFrom = (unsafeText: string | undefined): number | undefined =>
  unsafeText === undefined || unsafeText.trim() === '' ? undefined : Number(unsafeText)

/** A quantity that students move between two numbers, and what follows from it by formulas. */
export const slider = {
  type: 'node',
  name: 'slider',
  label: 'slider',
  counted: ['a slider', 'sliders'],
  saysSomething: true,
  isPiece: true,
  attributes: z.object({
    quantity: words(MOST_OF_SLIDER.quantity).default(''),
    unit: words(MOST_OF_SLIDER.unit).default(''),
    from: reach.default(0),
    to: reach.default(10),
    step: step.default(1),
    /** Where it stands at first; the number nearest to it, if it is none of the steps. */
    start: reach.default(0),
    /** “Words (unit) = formula of x”, a line each. */
    values: words(MOST_OF_SLIDER.values).default(''),
  }),
  placeholder: () => 'A caption, if it needs one',
  spec: { content: 'caption', group: 'block', isolating: true },
  reads: [
    {
      tag: 'figure',
      understands: [
        'class',
        'data-piece',
        'data-quantity',
        'data-unit',
        'data-from',
        'data-to',
        'data-step',
        'data-start',
        'data-values',
      ],
      read: (unsafeElement) => {
        const given = (name: string): string | undefined => attribute(unsafeElement, `data-${name}`)
        if (!isSlider(unsafeElement) || given('values') === undefined) return null
        const from = validOr(reach, numberFrom(given('from')), 0)
        return {
          quantity: wordsFrom(given('quantity'), MOST_OF_SLIDER.quantity),
          unit: wordsFrom(given('unit'), MOST_OF_SLIDER.unit),
          from,
          to: validOr(reach, numberFrom(given('to')), 10),
          step: validOr(step, numberFrom(given('step')), 1),
          start: validOr(reach, numberFrom(given('start')), from),
          values: wordsFrom(given('values'), MOST_OF_SLIDER.values),
        }
      },
      inside: (unsafeElement) => [{ kind: 'caption', line: captionIn(unsafeElement)?.childNodes ?? [] }],
    },
  ],
  parseDOM: [{ tag: 'figure.slider' }],
  write: ({ attrs }, children, format) => {
    if (format === 'sheet') return element('figure', { class: 'slider' }, children)
    const isBare = format === 'published' && children.every((each) => isElement(each) && each.childNodes.length === 0)
    return element(
      'figure',
      {
        ...(format === 'published' ? { class: 'slider' } : { 'data-piece': 'slider' }),
        'data-quantity': attrs.quantity === '' ? null : String(attrs.quantity),
        'data-unit': attrs.unit === '' ? null : String(attrs.unit),
        'data-from': String(attrs.from),
        'data-to': String(attrs.to),
        'data-step': String(attrs.step),
        'data-start': String(attrs.start),
        'data-values': String(attrs.values),
      },
      isBare ? [] : children,
    )
  },
  examples: [
    {
      type: 'slider',
      attrs: {
        quantity: 'Height & “width”',
        unit: 'm',
        from: 0.5,
        to: 2,
        step: 0.25,
        start: 1,
        values: 'Stone (t) = 1.6 x\nDays = ceil(x / 0.4) <b>',
      },
      content: [{ type: 'caption', content: [{ type: 'text', text: 'What a wall needs' }] }],
    },
    { type: 'slider', attrs: { values: 'x^2 = x^2' }, content: [{ type: 'caption' }] },
  ],
} satisfies NodeKind
