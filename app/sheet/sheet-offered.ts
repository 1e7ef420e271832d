import type { Editor } from '@tiptap/core'
import { TextSelection } from '@tiptap/pm/state'
import { placesOfPage } from '../../core/links/places.ts'
import { shownKey, TABLE_GROUPS, type Tool, TOOLS } from '../editor/tools.ts'
import type { Offer } from '../pieces/piece.ts'
import { keyOf } from '../insert/offer-cards.tsx'
import { courseHere } from '../shell/course-here.ts'
import { snippetsKnown } from '../snippets/known-snippets.ts'
import { offersOf } from '../snippets/snippet-offers.tsx'
import { PIECES } from '../pieces/registry.ts'
import type { Offered } from '../shell/offered.ts'
import type { SheetDialog } from './sheet-dialogs.tsx'
import { turnablesHere } from './turnables.ts'

interface Openers {
  readonly onDialog: (dialog: SheetDialog) => void
  readonly onFind: (replaces: boolean) => void
}

/** All that can be done on the sheet: tools, pieces, headings to go to, dialogs. */
export function sheetOffered(editor: Editor, { onDialog, onFind }: Openers): readonly Offered[] {
  return [
    ...TOOLS.map((tool) => toolOffered(editor, tool)),
    // What is a tool and a piece stands there once.
    ...PIECES.flatMap(({ offer }) => offer ?? [])
      .filter(({ name }) => !TOOLS.some((tool) => tool.name === name))
      .map((offer) => pieceOffered(editor, offer)),
    ...offersOf(snippetsKnown(courseHere()), (id) => onDialog({ name: 'put in', id })).map((offer) => ({
      ...pieceOffered(editor, offer),
      id: keyOf(offer),
      run: () => void offer.command(editor.state, editor.view.dispatch, editor.view),
    })),
    ...placesOfPage(editor.state.doc)
      .filter(({ title }) => title !== '')
      .map(({ title, position, sort }) => ({
        ...plain(`place ${position}`, 'On this page', title, sort === 'named place' ? 'Named place' : ''),
        run: () => goTo(editor, position),
      })),
    {
      ...plain('find', 'Do', 'Find on this page', 'Looks for words or a pattern.', 'Ctrl+F'),
      run: () => onFind(false),
    },
    {
      ...plain('replace', 'Do', 'Replace on this page', 'Puts other words in their place.', 'Ctrl+H'),
      run: () => onFind(true),
    },
    {
      ...plain(
        'turn',
        'Do',
        'Turn into…',
        'Headings, tabs, steps, tables and more, one into another; also separate pages.',
      ),
      whyNot:
        turnablesHere(editor.state, 'what is there').length > 0
          ? ''
          : 'There are no headings, and no piece at the cursor.',
      run: () => onDialog({ name: 'turn', of: 'what is there', target: null }),
    },
    ...DIALOGS.map(([dialog, name, help, key]) => ({
      ...plain(dialog, 'Do', name, help, key),
      run: () => onDialog(dialog),
    })),
  ]
}

const DIALOGS: readonly (readonly [
  Exclude<NonNullable<SheetDialog>, object>,
  name: string,
  help: string,
  key: string,
])[] = [
  ['publish', 'Publish', 'Shows what changed, then gives students a new edition.', ''],
  ['student', 'As a student', 'Shows the page as a student sees it now.', ''],
  ['insert', 'Insert a piece', 'Shows all pieces.', 'Ctrl+/'],
  ['link', 'Link', 'Leads to something of the course, or to an address.', 'Ctrl+K'],
  [
    'words',
    'Colour, size, language of words',
    'Also typeface, direction, abbreviation and definition for the glossary.',
    'Ctrl+Shift+L',
  ],
  ['shelf', 'Pictures of this course', 'Puts one of them on the page.', ''],
]

const plain = (id: string, group: string, name: string, help: string, key = ''): Omit<Offered, 'run'> => ({
  ...{ id, group, name, help, key },
  whyNot: '',
})

function toolOffered(editor: Editor, { id, group, name, help, key, command, isOn, whyNot }: Tool): Offered {
  const { state } = editor
  const isOfTables = (TABLE_GROUPS as readonly string[]).includes(group)
  const can = (isOn?.(state) ?? false) || command(state)
  return {
    ...plain(`tool ${id}`, isOfTables ? 'Tables' : 'Do', name, help, key === '' ? '' : shownKey(key)),
    whyNot: can ? '' : whyNot(state),
    run: () => {
      command(editor.state, editor.view.dispatch, editor.view)
      editor.view.focus()
    },
  }
}

function pieceOffered(editor: Editor, { name, help, command }: Offer): Offered {
  return {
    ...plain(`piece ${name}`, 'Insert', name, help),
    whyNot: command(editor.state) ? '' : 'There is no place for it at the cursor.',
    run: () => {
      command(editor.state, editor.view.dispatch, editor.view)
      editor.view.focus()
    },
  }
}

function goTo({ state, view }: Editor, position: number): void {
  view.dispatch(state.tr.setSelection(TextSelection.create(state.doc, position + 1)).scrollIntoView())
  view.focus()
}
