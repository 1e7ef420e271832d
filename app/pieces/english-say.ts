import type { MessageName } from '../../core/words/languages.ts'
import type { Spoken } from '../../core/words/say.ts'
import { withValues } from '../editor/field-say.ts'

/** Says the messages of one area in English, as authors read them, without fetching those of the reading room. */
export function englishSay(area: string, messages: Readonly<Record<string, string>>) {
  return Object.assign(
    (name: MessageName, values?: Readonly<Record<string, Spoken>>): string =>
      withValues(messages[name.slice(area.length + 1)] ?? '', values),
    { language: 'en' },
  )
}
