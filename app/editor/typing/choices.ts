import { remember, remembered } from '../../shell/remembered.ts'

/** What may be made of signs while one types, each switched off by whoever does not want it. */
export type TypingChoice = 'shortcuts' | 'links'

const NAMES: Readonly<Record<TypingChoice, string>> = { shortcuts: 'typing-shortcuts', links: 'typed-links' }

/** Kept in the browser, so that it holds on every page; on until it is switched off. */
export const isChosen = (choice: TypingChoice): boolean => remembered(NAMES[choice]) !== 'off'

export const choose = (choice: TypingChoice, isOn: boolean): void => remember(NAMES[choice], isOn ? 'on' : 'off')
