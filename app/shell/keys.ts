import { SHORTCUTS } from '../editor/typing/shortcuts.ts'
import { shownKey, TOOLS } from '../editor/tools.ts'

/** A key, or keys for the same thing, and what it does. */
export interface KeyLine {
  readonly keys: readonly string[]
  readonly does: string
}

export interface KeyGroup {
  readonly name: string
  readonly lines: readonly KeyLine[]
}

/** The group of what signs become while one types. */
export const TYPING = 'While you type'

/** Every key of the application, by where it works. `keys.test.ts` holds the sheet's to what it truly binds. */
export const KEY_GROUPS: readonly KeyGroup[] = [
  {
    name: 'Everywhere',
    lines: [
      { keys: ['F1'], does: 'Shows these keys' },
      { keys: ['Ctrl+J'], does: 'Finds anything by name: pages, headings, people, pieces, and what can be done' },
      {
        keys: ['F6', 'Shift+F6'],
        does: 'Goes to the next part of the screen, or back: strip, plan, bar, sheet, foot, desk',
      },
      { keys: ['Ctrl+S'], does: 'Saves at once. Everything is saved by itself anyway' },
      { keys: ['Esc'], does: 'Closes a dialog or menu; the cursor is back where it was' },
      { keys: ['←', '→', 'Home', 'End'], does: 'Go from tool to tool in a bar, from tab to tab' },
    ],
  },
  {
    name: 'In the plan',
    lines: [
      {
        keys: ['↑', '↓', 'Home', 'End'],
        does: 'Go from line to line; letters go to the next title that begins with them',
      },
      { keys: ['Enter'], does: 'Opens a page; on a unit or lesson, adds in it' },
      { keys: ['Insert'], does: 'Adds a line behind this one' },
      { keys: ['Shift+Enter', 'Shift+F10'], does: 'Shows all that can be done with a line' },
      { keys: ['Alt+Enter'], does: 'Goes to its dates and settings' },
      { keys: ['F2'], does: 'Renames it' },
      { keys: ['Alt+↑', 'Alt+↓'], does: 'Move it' },
      { keys: ['Del'], does: 'Deletes it' },
      { keys: ['Ctrl+Z'], does: 'Restores what was deleted last' },
    ],
  },
  {
    name: 'Where students handed in',
    lines: [{ keys: ['Alt+PageUp', 'Alt+PageDown'], does: 'Goes to the student before, or after' }],
  },
  {
    name: 'In the tree beside the sheet',
    lines: [
      { keys: ['↑', '↓', 'Home', 'End'], does: 'Go from line to line' },
      { keys: ['→'], does: 'Opens what holds others, then goes into it' },
      { keys: ['←'], does: 'Folds it, then goes out of it' },
      { keys: ['Enter'], does: 'Opens the page on the sheet' },
    ],
  },
  {
    name: 'On the sheet',
    lines: [
      { keys: ['Ctrl+/'], does: 'Inserts a piece. On an empty line / does the same' },
      { keys: ['Ctrl+F', 'Ctrl+H'], does: 'Finds words on the sheet, or puts others in their place' },
      { keys: ['F7'], does: 'Goes to the next word that is in no dictionary, and shows what may be meant' },
      { keys: ['Ctrl+K'], does: 'Makes or changes a link' },
      { keys: ['Ctrl+Shift+L'], does: 'Opens colour, size and language of words' },
      { keys: ['Tab', 'Shift+Tab'], does: 'Go from cell to cell, with a new row at the end; levels of a list' },
      { keys: ['F9'], does: 'Shows the sheet alone in the window; once more, or Esc, shows everything again' },
      { keys: ['Esc, then Tab'], does: 'Leaves the sheet' },
      {
        keys: ['Shift+F1'],
        does: 'Says where the cursor is, how the words look, and which links and pictures are near',
      },
      {
        keys: ['Ctrl+Enter', 'Ctrl+Shift+Enter'],
        does: 'Begins a line below or above the piece; pressed again, outside what is around it',
      },
      { keys: ['Alt+↑', 'Alt+↓'], does: 'Move the paragraph, the item of a list or the selected piece' },
      { keys: ['Alt+→', 'Alt+←'], does: 'Make the selected picture larger or smaller' },
      { keys: ['Alt+Enter'], does: 'Goes to the settings of the piece; Esc comes back' },
      { keys: ['Ctrl+A'], does: 'Selects the text, or the title when the cursor is in it' },
      { keys: ['Shift+Enter'], does: 'Begins a new line in the same paragraph' },
      { keys: ['Ctrl+Shift+V'], does: 'Pastes the text only' },
      { keys: ['Ctrl+Shift+Z'], does: 'Redoes what was undone' },
    ],
  },
  {
    name: TYPING,
    lines: [
      ...SHORTCUTS.map(({ signs, does }) => ({ keys: signs, does })),
      { keys: ['Backspace'], does: 'Right after, gives back the signs that were typed' },
    ],
  },
  {
    name: 'Tools of the sheet',
    lines: TOOLS.filter(({ key }) => key !== '').map(({ key, name }) => ({ keys: [shownKey(key)], does: name })),
  },
]
