import { z } from 'zod'
import { identifier } from '../document/wire.ts'
import { words } from '../kinds/attributes.ts'
import { declaredBlank, declaredBlanks, MOST_BLANKS } from '../templates/declared.ts'
import { sketch } from '../templates/sketch.ts'
import { VISIBILITIES } from '../templates/template.ts'
import { SNIPPET_GROUPS } from './groups.ts'

/** The most characters of JSON that one snippet has: a part of a page, some thousands of words. */
export const MOST_SNIPPET_LENGTH = 400_000
/** The most characters of a file that a snippet comes in, with its pictures. */
export const MOST_FILE_LENGTH = 3_000_000
/** The same without them, so that reading it holds nobody up: more than a thousand words. */
export const MOST_FILE_HTML = 10_000
export const TOO_LONG = 'That file is too long for a snippet. Import it as a page.'
const NAME_LENGTH = 120

/** What can be done with snippets, as the browser sends it. */
export const snippetRequest = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('save'),
    /** The snippet in whose place it is kept; null for a new one. */
    id: identifier.nullable(),
    name: words(NAME_LENGTH).trim().min(1, 'A snippet needs a name.'),
    description: words(1000).trim(),
    purpose: z.enum(SNIPPET_GROUPS),
    visibility: z.enum(VISIBILITIES),
    /** What is asked for; `of` is what marked words are called on the page. */
    blanks: z.array(declaredBlank.extend({ of: words(1000) })).max(MOST_BLANKS),
    /** JSON of the blocks that are kept. */
    blocks: z.array(z.unknown()).min(1).max(2000, 'That is too much for a snippet. Keep the page as a template.'),
  }),
  /** A file with one, its pictures in it. */
  z.object({ intent: z.literal('bring'), html: z.string().max(MOST_FILE_LENGTH, TOO_LONG) }),
  z.object({ intent: z.literal('take'), id: identifier }),
  z.object({ intent: z.literal('carry'), id: identifier, documentId: identifier, takesTouched: z.boolean() }),
  z.object({ intent: z.literal('delete'), id: identifier }),
  z.object({ intent: z.literal('restore'), id: identifier }),
])
export type SnippetRequest = z.infer<typeof snippetRequest>

/** A snippet as it is offered. */
export const offeredSnippet = z.object({
  id: z.string(),
  name: z.string(),
  description: z.string(),
  purpose: z.enum(SNIPPET_GROUPS).catch('explaining'),
  visibility: z.enum(VISIBILITIES),
  person: z.string(),
  isOwn: z.boolean(),
  version: z.number(),
  /** How many blanks it asks for. */
  asks: z.number(),
  sketch: sketch.nullable(),
})
export type OfferedSnippet = z.infer<typeof offeredSnippet>

/** One of them with all that it holds. */
export const shownSnippet = offeredSnippet.omit({ asks: true, sketch: true }).extend({
  blanks: declaredBlanks,
  /** JSON of the page that it is kept as. */
  content: z.unknown(),
  /** It was made in another course: its pictures are taken along when it is put in. */
  isFromElsewhere: z.boolean(),
})
export type ShownSnippet = z.infer<typeof shownSnippet>

/** What came of a request. */
export const snippetAnswer = z.object({
  ok: z.boolean(),
  reason: z.string().optional(),
  id: z.string().optional(),
  version: z.number().optional(),
  /** What a snippet holds, and asks for, as a course can have it. */
  content: z.unknown().optional(),
  blanks: declaredBlanks.optional(),
  /** What did not come along, as sentences. */
  notes: z.array(z.string()).optional(),
  /** How many places were brought to the new state, how many stayed because they were changed by hand. */
  changed: z.number().optional(),
  stayed: z.number().optional(),
})
export type SnippetAnswer = z.infer<typeof snippetAnswer>

/** Where a snippet is used. */
export const snippetUses = z.object({
  pages: z.array(
    z.object({
      courseId: z.string(),
      course: z.string(),
      entryId: z.string(),
      documentId: z.string(),
      title: z.string(),
      places: z.number(),
      oldest: z.number(),
    }),
  ),
  /** How many pages hold it in courses that one does not write. */
  elsewhere: z.number(),
})
export type SnippetUses = z.infer<typeof snippetUses>

/** The places of one page, before a change is carried there. */
export const snippetPlaces = z.object({
  places: z.array(z.object({ content: z.unknown(), isTouched: z.boolean() })),
  /** How many there are, of which the first are shown. */
  count: z.number(),
  language: z.string(),
})
export type SnippetPlaces = z.infer<typeof snippetPlaces>
