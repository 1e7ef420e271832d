import type { Mark } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { type Placing, placingOf } from '../kinds/placing.ts'
import { directionOf, primaryLanguage, safeLanguage } from '../tree/languages.ts'
import { attribute, type HtmlElement } from '../tree/tree.ts'
import { BLOCK } from './element-groups.ts'

/**
 * What elements say of all the words they hold, whatever they are themselves: how they stand, and in which language
 * they are. Where that is what the page is anyway, it says nothing.
 */
export class Surroundings {
  /** How words stand here. */
  placing: Placing = {}
  /** The language of the page without its country; null when it is not known. */
  readonly #language: string | null
  readonly #direction: 'ltr' | 'rtl' | null

  constructor(language?: string) {
    this.#language = language === undefined ? null : primaryLanguage(language)
    this.#direction = language === undefined ? null : directionOf(language)
  }

  /** Reads what an element holds, with its words as it says they are; afterwards all is as it was before. */
  within<Result>(element: HtmlElement, marks: readonly Mark[], read: (marks: readonly Mark[]) => Result): Result {
    const before = this.placing
    this.placing = this.#placingIn(element)
    const result = read(this.#marksIn(element, marks))
    this.placing = before
    return result
  }

  #placingIn(element: HtmlElement): Placing {
    if (!BLOCK.has(element.tagName)) return this.placing
    const { align, direction } = placingOf(element, this.placing.direction ?? this.#direction ?? 'ltr')
    return {
      ...this.placing,
      ...(align ? { align } : {}),
      ...(direction ? { direction: direction === this.#direction ? null : direction } : {}),
    }
  }

  #marksIn(element: HtmlElement, marks: readonly Mark[]): readonly Mark[] {
    const tag = safeLanguage(attribute(element, 'lang') ?? attribute(element, 'xml:lang'))
    if (tag === null) return marks
    const type = schema.marks.language
    return primaryLanguage(tag) === this.#language ? type.removeFromSet(marks) : type.create({ tag }).addToSet(marks)
  }
}
