import { createContext, use } from 'react'
import type { MessageName } from '../../core/words/languages.ts'
import type { Spoken } from '../../core/words/say.ts'
import english from '../../core/words/en/field.json'

/** The name of a message that the writing field says; what the server alone says of a file has forms to choose from. */
export type FieldMessage = Exclude<Extract<MessageName, `field.${string}`>, 'field.noPicture'>

/** Says what a writing field and its dialogs say. */
export type FieldSay = (name: FieldMessage, values?: Readonly<Record<string, Spoken>>) => string

/**
 * In English, as authors read it: what the field says on their screens has no forms to choose from, so that they need
 * not fetch the words of the reading room.
 */
export const fieldInEnglish: FieldSay = (name, values) =>
  withValues(english[name.slice('field.'.length) as keyof typeof english], values)

/** A message in English that has no forms to choose from, with its values. */
export const withValues = (message: string, values: Readonly<Record<string, Spoken>> = {}): string =>
  message.replace(/\{(\w+)(, number)?\}/g, (_, key: string, isNumber) => {
    const value = values[key] ?? ''
    return isNumber ? value.toLocaleString('en') : String(value)
  })

/** The reading room says it in the language of the course. */
export const FieldWords = createContext<FieldSay>(fieldInEnglish)

export const useFieldSay = (): FieldSay => use(FieldWords)
