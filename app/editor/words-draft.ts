import type { Editor } from '@tiptap/core'
import type { Attrs } from '@tiptap/pm/model'
import { groundAt } from '../../core/document/ground.ts'
import type { MarkName } from '../../core/kinds/facts.ts'
import { allows, markAt, setMarks, wordsAt } from './mark-commands.ts'

/** What is said of some words: each a setting of a mark, null where they have none. */
export interface WordsDraft {
  readonly textColour: string | null
  readonly highlight: string | null
  readonly badge: string | null
  readonly textSize: string | null
  readonly typeface: string | null
  readonly language: string | null
  readonly direction: string | null
  readonly abbreviation: string | null
  readonly glossaryTerm: string | null
}

/** The setting of each mark. */
const SETTINGS = {
  textColour: 'colour',
  highlight: 'ground',
  badge: 'ground',
  textSize: 'size',
  typeface: 'face',
  language: 'tag',
  direction: 'direction',
  abbreviation: 'long',
  glossaryTerm: 'definition',
} as const satisfies Record<keyof WordsDraft, string> & Partial<Record<MarkName, string>>
const NAMES = Object.keys(SETTINGS) as (keyof WordsDraft)[]

/** The words that would be changed, with what is said of them now; null where the cursor is in none. */
export interface WordsNow {
  readonly words: string
  readonly draft: WordsDraft
  /** The ground they stand on where they have none of their own: `#rrggbb`. */
  readonly ground: string
  /** Marks that have no place here. */
  readonly refused: ReadonlySet<keyof WordsDraft>
  /** The language of the page (BCP 47). */
  readonly pageLanguage: string
}

export function wordsNow({ state, view }: Editor): WordsNow | null {
  const range = wordsAt(state)
  if (!range) return null
  const setting = (name: keyof WordsDraft): string | null => {
    const mark = markAt(state, range, name)
    return mark ? String(mark.attrs[SETTINGS[name]]) : null
  }
  return {
    words: state.doc.textBetween(range.from, range.to, ' ', ' ').slice(0, 80),
    draft: Object.fromEntries(NAMES.map((name) => [name, setting(name)])) as unknown as WordsDraft,
    ground: groundAt(state.doc.resolve(range.from)),
    refused: new Set(NAMES.filter((name) => !allows(state, range, name))),
    pageLanguage: view.dom.closest<HTMLElement>('[lang]')?.lang || 'en',
  }
}

/** Says of the words at the cursor what has been changed in the draft; what was left as it was stays. */
export function applyDraft({ state, view }: Editor, before: WordsDraft, draft: WordsDraft): boolean {
  const range = wordsAt(state)
  if (!range) return false
  const changed = NAMES.filter((name) => draft[name] !== before[name])
  if (changed.length === 0) return true
  const marks: Partial<Record<MarkName, Attrs | null>> = {}
  for (const name of changed) marks[name] = draft[name] === null ? null : { [SETTINGS[name]]: draft[name] }
  return setMarks(range, marks)(state, view.dispatch)
}
