import { z } from 'zod'
import { safeAddress } from '../tree/addresses.ts'
import { type DoneRule, type EntryKind, kindOfEntry } from './kinds.ts'
import { isCleanLine } from '../tree/characters.ts'

/** The longest aim, and the most a unit or lesson may have. */
export const AIM_LENGTH = 300
export const MOST_AIMS = 20

const dateTime = z.iso.datetime({ offset: true, error: 'A date and a time were expected.' }).nullable()

/**
 * What authors set about an entry beside its text. All of it holds at once, for students too: it is about when and how,
 * not what. Dates are moments in ISO 8601. Each kind uses what means something for it; the rest stays at its default.
 */
const fields = z.object({
  /** What students will be able to do; units and lessons. */
  aims: z
    .array(
      z
        .string()
        .trim()
        .min(1, 'An aim can’t be empty.')
        .max(AIM_LENGTH, `An aim holds at most ${AIM_LENGTH} characters.`)
        .refine(isCleanLine, 'An aim holds a character that can’t be shown.'),
    )
    .max(MOST_AIMS, `At most ${MOST_AIMS} aims.`),
  /** The items of the lesson are done one after the other. */
  inSequence: z.boolean(),
  /** How an item counts as done; null is the usual way of its kind. */
  done: z.enum(['read', 'posted', 'answered', 'handed in']).nullable(),
  /** Discussions: what others wrote is in sight only after one's own first post. */
  postFirst: z.boolean(),
  /** Discussions: nobody writes any more. */
  isLocked: z.boolean(),
  /** Discussions: until when one may write. */
  closesAt: dateTime,
  /** Assignments and counted exercises: until when they are to be handed in. */
  dueAt: dateTime,
  /** Web links: where they lead. */
  address: z
    .string()
    .trim()
    .refine(
      (address) => address === '' || (/^https?:/i.test(address) && safeAddress(address) === address),
      'That is not an address of the web. It begins with https:// or http://.',
    ),
  /** Exercises: practised as often as one likes, or counted. */
  mode: z.enum(['practice', 'counted']),
  /** Exercises: how often one may try; null is as often as one likes. */
  attempts: z
    .number()
    .int()
    .min(1, 'At least one attempt is needed.')
    .max(100, 'At most 100 attempts can be counted.')
    .nullable(),
  /** Exercises: the questions come in another order for each student. */
  isShuffled: z.boolean(),
  /** Exercises: when students see what was right. */
  feedback: z.enum(['at once', 'at the end', 'never']),
})
export type EntrySettings = z.infer<typeof fields>

/** Some of the settings, as an author changes them. */
export const changedSettings = fields.partial()
export type ChangedSettings = z.infer<typeof changedSettings>

const DEFAULTS: EntrySettings = {
  aims: [],
  inSequence: false,
  done: null,
  postFirst: false,
  isLocked: false,
  closesAt: null,
  dueAt: null,
  address: '',
  mode: 'practice',
  attempts: null,
  isShuffled: false,
  feedback: 'at once',
}

/** Settings as they are stored, which are our own; what an older Fieldstone did not know has its default. */
export function readSettings(stored: unknown): EntrySettings {
  // Most entries have nothing set about them, and there are many of them on every page that is read.
  if (typeof stored !== 'object' || stored === null || Object.keys(stored).length === 0) return DEFAULTS
  return fields.parse({ ...DEFAULTS, ...stored })
}

/** How an item counts as done: as its author chose, else as is usual for its kind; null when there is nothing to do. */
export function doneRule(kind: EntryKind, settings: EntrySettings): DoneRule | null {
  const { done } = kindOfEntry(kind)
  return settings.done !== null && done.includes(settings.done) ? settings.done : (done[0] ?? null)
}
