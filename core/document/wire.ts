import { z } from 'zod'
import { words } from '../kinds/attributes.ts'

/** An id made by a client or by us: letters, digits, `-` and `_`. */
export const identifier = z.string().regex(/^[\w-]{1,60}$/)

/** The most that is said about one passage without a place, in UTF-16 units. */
export const MOST_TOLD = 4000

/** A passage without a place, on its way to the server. `content` is JSON of a slice. */
export const sentSetAside = z.object({
  id: identifier,
  reason: z.enum(['mine', 'theirs', 'refused', 'kept', 'left out']),
  content: z.unknown(),
  /** What was said about it, where its reason does not say it all. */
  told: words(MOST_TOLD).optional(),
})
export type SentSetAside = z.infer<typeof sentSetAside>

/** The most passages one request brings, and the most characters of JSON. */
export const MOST_SET_ASIDE = 200
export const MOST_SET_ASIDE_LENGTH = 8_000_000

/** What a client posts to save. The steps are checked apart (`applyUnsafeSteps`). */
export const sentBatch = z.object({
  id: identifier,
  base: z.number().int().min(0).max(2_000_000_000),
  client: identifier,
  schemaVersion: z.number().int().min(1),
  steps: z.unknown(),
})
export type SentBatch = z.infer<typeof sentBatch>

/** A batch of the log as clients receive it. */
export const wireBatch = z.object({
  id: z.string(),
  from: z.number(),
  to: z.number(),
  person: z.string().nullable(),
  steps: z.array(z.unknown()),
})
export type WireBatch = z.infer<typeof wireBatch>

/** What the server answers to a batch. */
export const saveAnswer = z.discriminatedUnion('status', [
  /**
   * In the log from `from` to `to` (equal when nothing of it had a place any more). `before`: what came first since its
   * base, unless that is very much; `steps`: what became of it there, null when it stands as it was sent;
   * `note`: a sentence for the writer about what could not stay in the page.
   */
  z.object({
    status: z.literal('taken'),
    from: z.number(),
    to: z.number(),
    before: z.array(wireBatch),
    steps: z.array(z.unknown()).nullable(),
    note: z.string().optional(),
  }),
  z.object({ status: z.literal('refused'), reason: z.string() }),
  /** The page was deleted: the client keeps its words and offers them. */
  z.object({ status: z.literal('deleted') }),
  /** Too many wrote at once: the same batch is sent again after a pause. */
  z.object({ status: z.literal('busy') }),
  /** The client's content model is older than the server's: it keeps its queue and reloads. */
  z.object({ status: z.literal('outdated') }),
])
export type SaveAnswer = z.infer<typeof saveAnswer>

/** Where someone's cursor stands in a page at a version. */
export const cursor = z.object({
  version: z.number().int().min(0),
  anchor: z.number().int().min(0).max(5_000_000),
  head: z.number().int().min(0).max(5_000_000),
})
export type Cursor = z.infer<typeof cursor>

/** What a socket receives from a client. */
export const clientMessage = z.object({ type: z.literal('cursor'), cursor: cursor.nullable() })

export const presence = z.object({
  client: z.string(),
  person: z.string(),
  name: z.string(),
  colour: z.string(),
  cursor: cursor.nullable(),
  gone: z.boolean().optional(),
})
export type Presence = z.infer<typeof presence>

/** What a socket sends to a client. */
export const serverMessage = z.discriminatedUnion('type', [
  z.object({ type: z.literal('batches'), batches: z.array(wireBatch) }),
  z.object({ type: z.literal('presence'), presence }),
  z.object({ type: z.literal('set-aside') }),
  /** Somebody has deleted the document, or brought it back. */
  z.object({ type: z.literal('gone'), isDeleted: z.boolean() }),
])
export type ServerMessage = z.infer<typeof serverMessage>
