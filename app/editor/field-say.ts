import { createContext, use } from 'react'
import type { MessageName } from '../../core/words/languages.ts'
import type { Spoken } from '../../core/words/say.ts'
import english from '../../core/words/en/field.json'

/** The name of a message of the writing field. */
export type FieldMessage = Extract<MessageName, `field.${string}`>

/** Says what a writing field and its dialogs say. */
export type FieldSay = (name: FieldMessage, values?: Readonly<Record<string, Spoken>>) => string

/**
 * In English, as authors read it: what the field says on their screens has no forms to choose from, so that they need
 * not fetch the words of the reading room.
 */
export const fieldInEnglish: FieldSay = (name, values = {}) =>
  english[name.slice('field.'.length) as keyof typeof english].replace(/\{(\w+)\}/g, (_, key: string) =>
    String(values[key] ?? ''),
  )

/** The reading room says it in the language of the course. */
export const FieldWords = createContext<FieldSay>(fieldInEnglish)

export const useFieldSay = (): FieldSay => use(FieldWords)
