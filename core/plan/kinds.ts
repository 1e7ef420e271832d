/** Every kind of entry a plan can hold, outermost first. */
export const ENTRY_KINDS = [
  'unit',
  'lesson',
  'page',
  'discussion',
  'book',
  'bookPart',
  'chapter',
  'assignment',
  'exercise',
  'link',
  'note',
] as const
export type EntryKind = (typeof ENTRY_KINDS)[number]

/** What counts as a student's having done an item. */
export type DoneRule = 'read' | 'posted' | 'answered' | 'handed in'

interface KindOfEntry {
  /** What authors call it; a word of the trade. */
  readonly label: string
  /** Which kinds may stand directly under it. */
  readonly holds: readonly EntryKind[]
  /**
   * It is written on a sheet from the start. Units and lessons get a document with their introduction, parts of books
   * none.
   */
  readonly isWritten: boolean
  /** How it can be done; the first is what a new one has. Empty: there is nothing to do. */
  readonly done: readonly DoneRule[]
}

const ITEMS = [
  'page',
  'discussion',
  'book',
  'assignment',
  'exercise',
  'link',
  'note',
] as const satisfies readonly EntryKind[]

/** The registry of kinds: a new kind of item is a line here, and its own folders where it does something. */
export const entryKinds = {
  unit: { label: 'Unit', holds: ['lesson', ...ITEMS], isWritten: false, done: [] },
  lesson: { label: 'Lesson', holds: ITEMS, isWritten: false, done: [] },
  page: { label: 'Page', holds: [], isWritten: true, done: ['read'] },
  discussion: { label: 'Discussion', holds: [], isWritten: true, done: ['posted', 'read'] },
  book: { label: 'Book', holds: ['bookPart', 'chapter'], isWritten: true, done: ['read'] },
  bookPart: { label: 'Part', holds: ['chapter'], isWritten: false, done: [] },
  chapter: { label: 'Chapter', holds: [], isWritten: true, done: ['read'] },
  assignment: { label: 'Assignment', holds: [], isWritten: true, done: ['handed in', 'read'] },
  exercise: { label: 'Exercise', holds: [], isWritten: true, done: ['answered', 'read'] },
  link: { label: 'Web link', holds: [], isWritten: true, done: ['read'] },
  note: { label: 'Note', holds: [], isWritten: true, done: [] },
} satisfies Record<EntryKind, KindOfEntry>

/** The kinds that stand in lessons and units, in the order in which they are offered. */
export const itemKinds: readonly EntryKind[] = ITEMS

/** Which kinds may stand at the top of a course. */
const AT_TOP: readonly EntryKind[] = ['unit']

export function kindOfEntry(kind: EntryKind): KindOfEntry {
  return entryKinds[kind]
}

/** Whether an entry of one kind may stand directly under another; null is the course itself. */
export function mayHold(parent: EntryKind | null, child: EntryKind): boolean {
  return (parent === null ? AT_TOP : kindOfEntry(parent).holds).includes(child)
}

/** Students have a page that lists what is in it, with what was written about it. */
export const hasOverview = (kind: EntryKind): boolean => kind === 'unit' || kind === 'lesson'

/** Whether a student opens it by itself: an item of a lesson or unit, or a chapter. */
export function isOpened(kind: EntryKind): boolean {
  return kindOfEntry(kind).isWritten && kind !== 'note'
}
