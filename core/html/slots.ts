import { z } from 'zod'
import { html } from '../tree/template.ts'
import type { MessageName } from '../words/languages.ts'
import { inDigits, type Said, saidOf } from '../words/numbers.ts'
import type { Spoken } from '../words/say.ts'

/*
 * What is known only when a page is answered (a reader's language, an address, what was said to an answer) has a slot
 * in what is written, by a name.
 */

/** A character that no page can hold marks a slot in text and attributes; so no author's words can look like one. */
const MARK = '\u0001'
export const slot = (name: string): string => MARK + name + MARK

/** The slot of a message of the reading room, with what stands in it. */
export const word = (name: MessageName, values?: Readonly<Record<string, Said>>): string =>
  // Percent signs stand in text and in attributes as they are.
  slot(values ? `word-${name} ${encodeURIComponent(JSON.stringify(values))}` : `word-${name}`)

/** The slot of a number, written as the language of the course writes it. */
export const number = (value: number): string => slot(`number-${value}`)

/** Says a message in a language. */
interface Saying {
  (name: MessageName, values?: Readonly<Record<string, Spoken>>): string
  readonly language: string
}

/** What fills the slot of a message or of a number, as text; undefined for other slots. */
export function saidWord(name: string, say: Saying): string | undefined {
  if (name.startsWith('number-')) return inDigits(Number(name.slice(7)), say.language)
  if (!name.startsWith('word-')) return undefined
  const [message, values] = name.slice(5).split(' ')
  if (values === undefined) return say(message as MessageName)
  const given = JSON.parse(decodeURIComponent(values)) as Record<string, Said>
  return say(message as MessageName, saidOf(given, say.language))
}

/** The same as HTML. */
export function filledWord(name: string, say: Saying): string | undefined {
  const said = saidWord(name, say)
  return said === undefined ? undefined : html`${said}`.text
}

/** Published HTML in order: text, or the name of a slot that is filled for each reader or moment. */
export const segments = z.array(z.union([z.string(), z.object({ slot: z.string() })]))
export type Segments = z.infer<typeof segments>

/** What was written, parted at its slots. */
export function split(written: string): Segments {
  return written
    .split(MARK)
    .map((part, at) => (at % 2 === 1 ? { slot: part } : part))
    .filter((part) => part !== '')
}

/** Segments with each slot filled by what `fill` gives; a slot without a filling is an error of the program. */
export function fillSlots(filled: Segments, fill: (slot: string) => string | undefined = () => undefined): string {
  return filled
    .map((segment) => {
      if (typeof segment === 'string') return segment
      const value = fill(segment.slot)
      if (value === undefined) throw new Error(`Nothing fills the slot “${segment.slot}”.`)
      return value
    })
    .join('')
}
