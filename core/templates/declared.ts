import { z } from 'zod'
import { words } from '../kinds/attributes.ts'
import { MOST_BLANK_NAME } from '../kinds/blank/kind.ts'
import { BLANK_TYPES, TYPES_OF_BLANKS } from './blank-types.ts'

/** So many blanks one template has. */
export const MOST_BLANKS = 200
/** The longest words that are put into a blank, in UTF-16 units. */
export const MOST_FILLED = 2000
const MOST_CHOICES = 40

/** A blank as it is asked for: what it is called, what it asks, its example, help and rules. */
export const declaredBlank = z.object({
  name: words(MOST_BLANK_NAME).trim().min(1, 'A blank needs a name.'),
  type: z.enum(BLANK_TYPES),
  /** What stands in the template: marked words, or the address or colour that the blank is known by. */
  example: words(MOST_FILLED),
  help: words(300).trim().default(''),
  isNeeded: z.boolean().default(false),
  choices: z.array(words(200).trim().min(1)).max(MOST_CHOICES).default([]),
  least: z.number().nullable().default(null),
  most: z.number().nullable().default(null),
})
export type DeclaredBlank = z.infer<typeof declaredBlank>
export const declaredBlanks = z.array(declaredBlank).max(MOST_BLANKS)

/** What is wrong with a blank as it was declared, as a sentence; empty when nothing is. */
export function problemOfDeclared({ name, type, choices, least, most }: DeclaredBlank): string {
  if (name.trim() === '') return 'A blank needs a name.'
  if (type === 'choice' && choices.length < 2) return `“${name}” needs two words or more to choose from.`
  if (type === 'number' && least !== null && most !== null && least > most)
    return `The largest number of “${name}” is smaller than its smallest.`
  return ''
}

/** What is wrong with what is put into a blank, as a sentence; empty when nothing is, or nothing has to be there. */
export function problemOfValue(blank: DeclaredBlank, value: string): string {
  if (value.trim() === '') return blank.isNeeded ? 'This has to be filled in.' : ''
  if (value.length > MOST_FILLED) return `At most ${MOST_FILLED} characters.`
  return TYPES_OF_BLANKS[blank.type].problemOf(value.trim(), blank)
}

/** What stands in the page for a value without a problem. */
export const shownValue = ({ type }: DeclaredBlank, value: string, language: string): string =>
  TYPES_OF_BLANKS[type].shown(value.trim(), language)

/** Why values can't be put in, by the name of the blank; empty when all can. */
export function problemsOf(blanks: readonly DeclaredBlank[], values: ReadonlyMap<string, string>): Map<string, string> {
  const problems = blanks.map((blank) => [blank.name, problemOfValue(blank, values.get(blank.name) ?? '')] as const)
  return new Map(problems.filter(([, problem]) => problem !== ''))
}

/** What is wrong with all that is asked for, as a sentence; empty when nothing is. */
export function problemOfBlanks(blanks: readonly DeclaredBlank[]): string {
  const types = new Map<string, DeclaredBlank>()
  for (const blank of blanks) {
    const problem = problemOfDeclared(blank)
    if (problem) return problem
    const same = types.get(blank.name)
    // Words of one name are one blank; an address or a colour is known by itself.
    if (same && (same.type !== blank.type || !TYPES_OF_BLANKS[blank.type].isText))
      return `Two blanks are called “${blank.name}”.`
    types.set(blank.name, blank)
  }
  return ''
}
