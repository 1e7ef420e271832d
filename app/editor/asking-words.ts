import type { Command } from '@tiptap/pm/state'
import { asked } from './asked.ts'
import { wordsAt } from './mark-commands.ts'

const words = asked('words')

/** What opens the dialog of words. */
export const wordsDialog = words.plugin

/** Opens the dialog of words for those that are selected or that the cursor is in. */
export const askWords: Command = (state, dispatch) => {
  const ask = words.dialog(state)
  if (!ask || !wordsAt(state)) return false
  if (dispatch) ask()
  return true
}

/** What is said where no words are meant. */
export const WORDS_FIRST = 'Select the words first, or put the cursor in a word, then insert this.'
