import { z } from 'zod'
import { identifier } from '../document/wire.ts'
import { MOST_MATCHES } from '../find/find.ts'
import { isCleanText } from '../tree/characters.ts'
import { MOST_PAGE_SIZE } from '../document/limits.ts'

/** What is written in a course, as it is looked through in a browser. */
export const writtenLines = z.object({
  /** The entry of the plan, and its document. */
  id: z.string(),
  documentId: z.string(),
  /** The version of the page in which the places count. */
  version: z.number(),
  /** Each line with the place of its first character. */
  lines: z.array(z.tuple([z.number(), z.string()])),
})
export type WrittenLines = z.infer<typeof writtenLines>

/** A part of what is written, and what of it was asked for has to be asked for again: an answer has an end. */
export const linesAnswer = z.object({ pages: z.array(writtenLines), left: z.array(z.string()) })
export type LinesAnswer = z.infer<typeof linesAnswer>

/** So many entries are asked for at once. */
export const MOST_ASKED = 50

/** The longest words that are looked for or put, in UTF-16 code units. */
export const MOST_WORDS = 1000
/** What all the words that are put come to at most, in code units: many places, or long words, not both. */
const MOST_PUT = 1_000_000

const put = z.string().max(MOST_WORDS).refine(isCleanText, 'has signs in it that no line can show')

/** A place in a page, from and to, with the words that take it where they differ from place to place. */
type Place = readonly [number, number] | readonly [number, number, string]
const isPosition = (value: unknown): boolean =>
  Number.isSafeInteger(value) && (value as number) >= 1 && (value as number) <= MOST_PAGE_SIZE
const isPut = (value: unknown): boolean => typeof value === 'string' && value.length <= MOST_WORDS && isCleanText(value)
/** By one look: a union of tuples took 10,000 of them four times as long, while everybody else waits. */
const place = z.custom<Place>(
  (value) =>
    Array.isArray(value) &&
    (value.length === 2 || (value.length === 3 && isPut(value[2]))) &&
    isPosition(value[0]) &&
    isPosition(value[1]),
  'is no place in a page',
)

const pages = z
  .array(
    z.object({
      documentId: identifier,
      version: z.number().int().min(0).max(2_000_000_000),
      places: z.array(place).min(1).max(MOST_MATCHES),
    }),
  )
  .min(1)
  .max(5000)

/** Something an author wants of replacements. */
export const replaceRequest = z.discriminatedUnion('intent', [
  z
    .object({
      intent: z.literal('replace'),
      /** Named by the browser, so that one whose answer was lost is begun once. */
      id: identifier,
      words: z.string().min(1).max(MOST_WORDS).refine(isCleanText),
      put,
      pages,
    })
    .refine(
      (asked) =>
        asked.pages.reduce((sum, page) => sum + page.places.length, 0) <= MOST_MATCHES &&
        asked.pages.reduce(
          (sum, page) => sum + page.places.reduce((all, [, , own]) => all + (own ?? asked.put).length, 0),
          0,
        ) <= MOST_PUT,
      `At most ${MOST_MATCHES.toLocaleString('en')} places are changed at once.`,
    )
    .refine(
      (asked) => new Set(asked.pages.map(({ documentId }) => documentId)).size === asked.pages.length,
      'A page comes once.',
    ),
  z.object({ intent: z.literal('undo'), id: identifier }),
  z.object({ intent: z.literal('go on'), id: identifier }),
])
export type ReplaceRequest = z.infer<typeof replaceRequest>
export type AskedReplacement = Extract<ReplaceRequest, { intent: 'replace' }>

export const replaceAnswer = z.union([
  z.object({ ok: z.literal(true), id: z.string() }),
  z.object({ ok: z.literal(false), reason: z.string() }),
])
export type ReplaceAnswer = z.infer<typeof replaceAnswer>

/** A replacement as its authors see it. */
export const replacement = z.object({
  id: z.string(),
  words: z.string(),
  put: z.string(),
  person: z.string(),
  /** ISO 8601. */
  at: z.string(),
  /** What is done with it now, or was last. */
  doing: z.enum(['replace', 'undo']),
  state: z.enum(['waiting', 'running', 'done', 'failed']),
  problem: z.string().nullable(),
  /** Pages that are done, of so many. */
  done: z.number(),
  total: z.number(),
  /** Places that were replaced, and that were taken back. */
  replaced: z.number(),
  restored: z.number(),
  /** Pages where something stayed as it was, with why. */
  notes: z.array(z.object({ title: z.string(), note: z.string(), entryId: z.string().nullable() })),
})
export type Replacement = z.infer<typeof replacement>
