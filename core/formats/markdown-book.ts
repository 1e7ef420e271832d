import type { Node } from 'prosemirror-model'
import { shelfItemsOf } from '../document/shelf-items.ts'
import { type Book, chaptersOf, fileName, type Files, titleOf } from './book.ts'
import { toMarkdown } from './markdown.ts'

/** Where the contents of a book stand among its Markdown files. */
export const CONTENTS_FILE = 'contents.md'

/**
 * A page or a book as Markdown files with their pictures beside them. A book has `contents.md`: a list with a link to
 * each file, its parts as items that hold lists. Links between chapters lead from file to file.
 */
export function markdownFiles(book: Book): Files {
  const chapters = chaptersOf(book)
  const digits = String(chapters.length).length
  const names = new Map(
    chapters.map(({ id, page }, at) => [id, `${String(at + 1).padStart(digits, '0')}-${fileName(titleOf(page))}.md`]),
  )
  const first = chapters.length === 0 ? `${fileName(titleOf(book.opening))}.md` : 'opening.md'
  const file = (page: Node): string => linked(relinked(toMarkdown(page), book), names)
  const used = [...new Set([book.opening, ...chapters.map(({ page }) => page)].flatMap(shelfItemsOf))]
  return {
    ...(chapters.length === 0 ? {} : { [CONTENTS_FILE]: contents(book, names) }),
    [first]: file(book.opening),
    ...Object.fromEntries(chapters.map(({ id, page }) => [names.get(id)!, file(page)])),
    ...Object.fromEntries(
      used.flatMap((item) => {
        const picture = book.pictures.get(item)
        return picture ? [[pictureFile(item, picture.ending), picture.bytes]] : []
      }),
    ),
  }
}

const pictureFile = (item: string, ending: string): string => `pictures/${item}.${ending}`

function contents(book: Book, names: ReadonlyMap<string, string>): string {
  const words = (text: string): string => text.replace(/([\\[\]*_`<>#&])/g, '\\$1')
  const lines = book.parts.flatMap(({ title, chapters }) => {
    const indent = title === null ? '' : '  '
    return [
      ...(title === null ? [] : [`- ${words(title)}`]),
      ...chapters.map(({ id, page }) => `${indent}- [${words(titleOf(page))}](${names.get(id)})`),
    ]
  })
  return `# ${words(titleOf(book.opening))}\n\n- [${words(titleOf(book.opening))}](opening.md)\n${lines.join('\n')}\n`
}

/** Pictures as the files beside the text, in whichever of its sizes they were named. */
function relinked(markdown: string, { pictures }: Book): string {
  return markdown.replace(/\/files\/([\w-]+)\/\d+/g, (address, item: string) => {
    const picture = pictures.get(item)
    return picture ? pictureFile(item, picture.ending) : address
  })
}

/** Links to other chapters as links to their files. */
function linked(markdown: string, names: ReadonlyMap<string, string>): string {
  return markdown.replace(
    /(\]\(|href=")([\w-]+)(#[^)"]*)?(?=[)"\s])/g,
    (whole, before: string, id: string, place = '') => {
      const name = names.get(id)
      return name ? `${before}${name}${place}` : whole
    },
  )
}
