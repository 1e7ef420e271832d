import type enAccount from './en/account.json'
import type enAssignment from './en/assignment.json'
import type enChart from './en/chart.json'
import type enDiscussion from './en/discussion.json'
import type enExercise from './en/exercise.json'
import type enField from './en/field.json'
import type enGraph from './en/graph.json'
import type enHome from './en/home.json'
import type enNotices from './en/notices.json'
import type enPieces from './en/pieces.json'
import type enRoom from './en/room.json'
import type enSlider from './en/slider.json'
import * as ar from './ar/messages.ts'
import * as en from './en/messages.ts'

/** Every area of words that students meet, with the names of its messages. */
export interface Areas {
  readonly account: typeof enAccount
  readonly assignment: typeof enAssignment
  readonly chart: typeof enChart
  readonly discussion: typeof enDiscussion
  readonly exercise: typeof enExercise
  readonly field: typeof enField
  readonly graph: typeof enGraph
  readonly home: typeof enHome
  readonly notices: typeof enNotices
  readonly pieces: typeof enPieces
  readonly room: typeof enRoom
  readonly slider: typeof enSlider
}

/** The name of a message: its area, a dot, its own name. */
export type MessageName = { [Area in keyof Areas]: `${Area}.${keyof Areas[Area] & string}` }[keyof Areas]

/**
 * The languages in which the reading room speaks, by their primary subtag (RFC 5646, 2.2.1); another has its folder of
 * message files (ICU MessageFormat) and its line here.
 */
export const LANGUAGES: Readonly<Record<string, { readonly messages: Areas; readonly direction: 'ltr' | 'rtl' }>> = {
  en: { messages: en, direction: 'ltr' },
  ar: { messages: ar, direction: 'rtl' },
}
