import { Fragment, type Node, type Schema } from 'prosemirror-model'
import { isA } from '../../kinds/facts.ts'
import { MOST_COLUMNS } from '../../kinds/columns/kinds.ts'
import { PARTS_PIECES, type PartsPiece } from '../headings.ts'
import { hasTicks } from '../ticks.ts'
import { filled, partFrom, type Section, type Sections, titleAndBlocks, titledBy, withoutFilling } from './sections.ts'
import type { Form } from './shapes.ts'
import { readTable, writeTable } from './table-form.ts'

interface FormOfSections {
  /** Whether their titles have a level, as headings have. */
  readonly hasLevel: boolean
  /** What a piece of this form holds; null for a piece of another. `level` is that of headings where it stands. */
  readonly read: (piece: Node, level: number) => Sections | null
  /** Why these can't be written so, as a sentence; empty when they can. */
  readonly whyNot: (sections: readonly Section[]) => string
  readonly write: (content: Sections, schema: Schema, from: Form) => readonly Node[]
}

const any = (): string => ''

/** The registry of forms, in the order in which they are offered. */
export const FORMS: Readonly<Record<Form, FormOfSections>> = {
  headings: { hasLevel: true, read: () => null, whyNot: any, write: headingsFrom },
  ...(Object.fromEntries(PARTS_PIECES.map((piece) => [piece, partsForm(piece)])) as Record<PartsPiece, FormOfSections>),
  columns: { hasLevel: true, read: readColumns, whyNot: tooManyOrFew, write: columnsFrom },
  table: { hasLevel: false, read: readTable, whyNot: any, write: writeTable },
  list: { hasLevel: false, read: readList, whyNot: any, write: listFrom },
}

function partsForm(name: PartsPiece): FormOfSections {
  return {
    hasLevel: true,
    read: (piece) =>
      isA(piece, name)
        ? {
            before: [],
            level: Number(piece.attrs.level),
            sections: piece.children.map(({ attrs, firstChild, children }) => ({
              id: attrs.id as string | null,
              title: firstChild?.children ?? [],
              blocks: withoutFilling(children.slice(1)),
            })),
          }
        : null,
    whyNot: any,
    write: ({ sections, level }, schema) => [
      schema.nodes[name]!.create(
        { level },
        sections.map((section) => partFrom(section, schema)),
      ),
    ],
  }
}

function headingsFrom({ sections, level }: Sections, schema: Schema): readonly Node[] {
  const { heading } = schema.nodes
  const blocks = sections.flatMap(({ id, title, blocks: own }) => [
    // Where nothing is said and nothing leads, a heading without words helps nobody.
    ...(title.length > 0 || id !== null ? [heading!.create({ level, id }, Fragment.from(title))] : []),
    ...own,
  ])
  return filled(blocks, schema)
}

function readColumns(piece: Node, level: number): Sections | null {
  if (!isA(piece, 'columns')) return null
  const titled = piece.children.map(({ children }) => titledBy(children, 'heading'))
  const first = piece.children.map(({ firstChild }) => firstChild).find((node) => isA(node, 'heading'))
  return { before: [], level: first ? Number(first.attrs.level) : level, sections: titled }
}

function tooManyOrFew({ length }: readonly Section[]): string {
  if (length < 2) return 'One alone has nothing to stand beside.'
  return length > MOST_COLUMNS ? `Two to ${MOST_COLUMNS} can stand side by side; here are ${length}.` : ''
}

function columnsFrom({ sections, level }: Sections, schema: Schema): readonly Node[] {
  const { columns, column } = schema.nodes
  const made = sections.map((section) =>
    column!.create(null, headingsFrom({ before: [], sections: [section], level }, schema)),
  )
  return [columns!.create(null, made)]
}

function readList(piece: Node, level: number): Sections | null {
  if (!piece.type.isInGroup('list')) return null
  const sections = piece.children.map(({ children }) => titledBy(children, 'paragraph'))
  return { before: [], level, sections, areTicked: hasTicks(piece) }
}

function listFrom({ sections }: Sections, schema: Schema, from: Form): readonly Node[] {
  const { bulletList, orderedList, listItem } = schema.nodes
  const items = sections.map((section) => listItem!.create(null, titleAndBlocks(section, schema)))
  return [(from === 'steps' ? orderedList! : bulletList!).create(null, items)]
}
