import type { Material } from '../../core/structure/reshape/reshape.ts'
import { type Shape, SHAPES } from '../../core/structure/reshape/shapes.ts'

/** What something can be turned into: another shape where it stands, or pages and books of their own. */
export type Target = Shape | 'pages' | 'book' | 'page'

interface NamedTarget {
  readonly name: string
  /** After “into”. */
  readonly inWords: string
  readonly help: string
}

export const TARGETS: Readonly<Record<Target, NamedTarget>> = {
  headings: { name: 'Headings', inWords: 'headings', help: 'One below the other, all in sight.' },
  tabs: { name: 'Tabs', inWords: 'tabs', help: 'One in sight at a time, under a row of titles.' },
  accordion: { name: 'Accordion', inWords: 'an accordion', help: 'Titles below each other; each opens.' },
  steps: { name: 'Steps', inWords: 'steps', help: 'Numbered, in the order in which they are done.' },
  cards: { name: 'Cards', inWords: 'cards', help: 'Boxes side by side.' },
  timeline: { name: 'Timeline', inWords: 'a timeline', help: 'Along a line; the titles are dates or times.' },
  carousel: { name: 'Carousel', inWords: 'a carousel', help: 'One at a time, with arrows to the next.' },
  columns: { name: 'Columns', inWords: 'columns', help: 'Two to four side by side.' },
  table: { name: 'Table', inWords: 'a table', help: 'A row for each; its title heads the row.' },
  list: { name: 'List', inWords: 'a list', help: 'A bullet point for each, its text below.' },
  chart: { name: 'Chart', inWords: 'a chart', help: 'The numbers drawn, the table beneath.' },
  pages: { name: 'Separate pages', inWords: 'separate pages', help: 'A page for each, after this one.' },
  book: { name: 'Book', inWords: 'a book', help: 'A chapter for each, in a book after this page.' },
  page: { name: 'One page', inWords: 'one page', help: 'All of it on one page, under headings.' },
}

/** What can be offered for something: what it is already is left out, but headings can be of another level. */
export function targetsFor({ shape }: Pick<Material, 'shape'>, others: readonly Target[] = []): readonly Target[] {
  if (shape === 'chart') return ['table', 'list', 'columns']
  const shapes = SHAPES.filter(
    (each) => (each !== shape || each === 'headings') && (each !== 'chart' || shape === 'table'),
  )
  return [...shapes, ...others]
}

/** Something that can be turned, and what it is called where there are several. */
export interface Turnable {
  readonly label: string
  readonly material: Material
}
