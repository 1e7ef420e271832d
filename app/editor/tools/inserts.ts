import { Asterisk, Flag, Minus, Omega, Quote, Sigma, SquareDashed, Table } from 'lucide-react'
import { askEquation } from '../equations/asking.ts'
import { wrap } from '../commands.ts'
import { insertRule } from '../insert-commands.ts'
import { askFootnote } from '../footnotes/asking.ts'
import { askPlace } from '../places/asking.ts'
import { askSymbol } from '../symbols/asking.ts'
import { askTable } from '../tables/new-table.ts'
import { inTitle, plainTitle, isInside, type Tool } from './tool.ts'

/** What is put in or around. */
export const INSERT_TOOLS: readonly Tool[] = [
  {
    id: 'box',
    group: 'insert',
    name: 'Box',
    key: '',
    help: 'Puts the selected paragraphs in a coloured box.',
    icon: SquareDashed,
    command: wrap('box'),
    isOn: isInside('box'),
    whyNot: (state) => (inTitle(state) ? 'The title stands in no box.' : 'Pieces nest no deeper here.'),
  },
  {
    id: 'quotation',
    group: 'insert',
    name: 'Quotation',
    key: '',
    help: 'Somebody else’s words.',
    icon: Quote,
    command: wrap('quotation'),
    isOn: isInside('quotation'),
    whyNot: (state) => (inTitle(state) ? 'The title is no quotation.' : 'Pieces nest no deeper here.'),
  },
  {
    id: 'table',
    group: 'insert',
    name: 'Table',
    key: '',
    help: 'Asks how many rows and columns you need.',
    icon: Table,
    command: askTable,
    whyNot: (state) => (inTitle(state) ? 'The title is plain text.' : 'Pieces nest no deeper here.'),
  },
  {
    id: 'equation',
    group: 'insert',
    name: 'Equation',
    key: 'Mod-Alt-m',
    help: 'A formula, in the line or on a line of its own.',
    icon: Sigma,
    command: askEquation,
    whyNot: plainTitle,
  },
  {
    id: 'footnote',
    group: 'insert',
    name: 'Footnote',
    key: 'Mod-Alt-f',
    help: 'A numbered note at the bottom of the page.',
    icon: Asterisk,
    command: askFootnote,
    whyNot: plainTitle,
  },
  {
    id: 'named-place',
    group: 'insert',
    name: 'Named place',
    key: '',
    help: 'A place in the text that links can lead to.',
    icon: Flag,
    command: askPlace,
    whyNot: plainTitle,
  },
  {
    id: 'symbol',
    group: 'insert',
    name: 'Symbol',
    key: 'Mod-Alt-u',
    help: 'A sign, letter or emoji that is not on the keyboard, found by its name.',
    icon: Omega,
    command: askSymbol,
    whyNot: plainTitle,
  },
  {
    id: 'rule',
    group: 'insert',
    name: 'Rule',
    key: '',
    help: 'A line between two topics.',
    icon: Minus,
    command: insertRule,
    whyNot: plainTitle,
  },
]
