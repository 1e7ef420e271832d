import { parse } from 'parse5'
import type { Node } from 'prosemirror-model'
import { IncomingPictures } from '../formats/incoming-pictures.ts'
import { writePage } from '../html/write.ts'
import { readNodes } from '../html/read.ts'
import type { ReadNote } from '../html/report.ts'
import { shelfItemsOf } from '../document/shelf-items.ts'
import { wordsFrom } from '../kinds/attributes.ts'
import { MOST_BLANK_NAME } from '../kinds/blank/kind.ts'
import { isA } from '../kinds/facts.ts'
import type { BlankType } from '../templates/blank-types.ts'
import { declaredBlank, type DeclaredBlank, MOST_BLANKS } from '../templates/declared.ts'
import { blanksAsked } from '../templates/fill.ts'
import { html, trusted } from '../tree/template.ts'
import { attribute, everyElement, type HtmlElement, type HtmlNode, isElement, textOf } from '../tree/tree.ts'
import { SNIPPET_GROUPS, type SnippetGroup } from './groups.ts'
import { blocksOf, snippetPage } from './snippets.ts'

/** A snippet on its way into a file or out of one. */
export interface SnippetInFile {
  readonly name: string
  readonly description: string
  readonly purpose: SnippetGroup
  readonly blanks: readonly DeclaredBlank[]
  /** A page, of which the title is the name. */
  readonly page: Node
}

/** What each type of blank is among the fields of a form (HTML Standard, “The input element”). */
const FIELDS: Readonly<Record<Exclude<BlankType, 'choice'>, string>> = {
  words: 'text',
  number: 'number',
  date: 'date',
  address: 'url',
  colour: 'color',
  picture: 'file',
}

/**
 * A snippet as one HTML document: what it asks for is a form with the fields of HTML, what it holds is its main part,
 * where words to be filled in stand in `span`s with `data-blank`; which of its pictures a field is for says
 * `data-picture`. `language` is that of its words (BCP 47).
 */
export function writeSnippetFile(
  { name, description, purpose, blanks, page }: SnippetInFile,
  language: string,
): string {
  return html`<!doctype html>
<html lang="${language}">
<head>
<meta charset="utf-8">
<title>${name}</title>
<meta name="description" content="${description}">
<meta name="keywords" content="${purpose}">
</head>
<body>
<form>
${blanks.map((blank) => [fieldOf(blank, shelfItemsOf(page)), trusted('\n')])}</form>
<main>
${trusted(writePage(page.copy(blocksOf(page)), 'source'))}
</main>
</body>
</html>
`.text
}

function fieldOf(blank: DeclaredBlank, items: readonly string[]) {
  const { name, type, help, isNeeded, example } = blank
  const required = trusted(isNeeded ? ' required' : '')
  const bound = (at: string, value: number | null) => value !== null && html` ${trusted(at)}="${value}"`
  const field =
    type === 'choice'
      ? html`<select name="${name}"${required}>${blank.choices.map((each) => html`<option>${each}</option>`)}</select>`
      : html`<input type="${FIELDS[type]}" name="${name}"${type === 'number' && [bound('min', blank.least), bound('max', blank.most), trusted(' step="any"')]}${(type === 'address' || type === 'colour') && html` value="${example}"`}${type === 'picture' && html` accept="image/*" data-picture="${items.indexOf(example) + 1}"`}${required}>`
  return html`<p><label>${name} ${field}</label> <small>${help}</small></p>`
}

/**
 * A snippet from a file that nobody has checked. Its main part is what it holds, or all of it where it has none. What
 * a field asks for that the page does not hold is left out; marked words without a field ask for words.
 */
export function readSnippetFile(unsafeHtml: string): SnippetInFile & { readonly notes: readonly ReadNote[] } {
  const everything = [...everyElement(parse(unsafeHtml, { scriptingEnabled: false }).childNodes)]
  const first = (tag: string): HtmlElement | undefined => everything.find(({ tagName }) => tagName === tag)
  const meta = (name: string): string =>
    attribute(
      everything.find((each) => each.tagName === 'meta' && attribute(each, 'name') === name) ?? NONE,
      'content',
    ) ?? ''
  const form = first('form')
  const holder = first('main') ?? first('body') ?? NONE
  // The language of the file is not that of the page it goes into.
  holder.parentNode = null
  const { page: held, notes } = readNodes(inFigures(holder.childNodes.filter((node) => node !== form)))
  const title = first('title')
  const own = isA(held.firstChild, 'title') ? held.firstChild!.textContent : ''
  const name = wordsFrom((title ? textOf(title) : '') || own, 120).trim() || 'A snippet'
  const page = snippetPage(name, blocksOf(held))
  const purpose = SNIPPET_GROUPS.find((group) => group === meta('keywords').trim()) ?? 'explaining'
  const items = shelfItemsOf(page)
  const declared = form
    ? [...everyElement(form.childNodes)].flatMap((field) => declaredIn(field, items)).slice(0, MOST_BLANKS)
    : []
  const description = wordsFrom(meta('description'), 1000).trim()
  return { name, description, purpose, page, blanks: blanksAsked(page, declared), notes }
}

/** Pictures as a page has them: in figures. Those of no shelf leave their alternative text. */
const inFigures = (nodes: HtmlNode[]): HtmlNode[] =>
  new IncomingPictures(() => '').place(nodes, (src) => /^\/files\/([\w-]{1,60})\/\d+$/.exec(src)?.[1] ?? null)

const NONE = { attrs: [], childNodes: [], tagName: '' } as unknown as HtmlElement

/** What a field of a form asks for; nothing where it is none that is known. */
function declaredIn(field: HtmlElement, items: readonly string[]): DeclaredBlank[] {
  const name = wordsFrom(attribute(field, 'name'), MOST_BLANK_NAME).trim()
  const type = typeOf(field)
  if (name === '' || type === null) return []
  const line = field.parentNode && 'tagName' in field.parentNode && field.parentNode.parentNode
  const help =
    line && 'childNodes' in line ? line.childNodes.find((node) => isElement(node) && node.tagName === 'small') : null
  const number = (at: string): number | null => {
    const value = Number(attribute(field, at) ?? NaN)
    return Number.isFinite(value) && attribute(field, at) !== '' ? value : null
  }
  const read = declaredBlank.safeParse({
    ...{ name, type, help: help ? wordsFrom(textOf(help), 300) : '' },
    example:
      type === 'picture'
        ? (items[Number(attribute(field, 'data-picture')) - 1] ?? '')
        : wordsFrom(attribute(field, 'value'), 2000),
    isNeeded: attribute(field, 'required') !== undefined,
    choices: type === 'choice' ? choicesOf(field) : [],
    least: type === 'number' ? number('min') : null,
    most: type === 'number' ? number('max') : null,
  })
  return read.success ? [read.data] : []
}

function typeOf(field: HtmlElement): BlankType | null {
  if (field.tagName === 'select') return 'choice'
  if (field.tagName !== 'input') return null
  const said = attribute(field, 'type') ?? 'text'
  const [type] = Object.entries(FIELDS).find(([, each]) => each === said) ?? []
  return (type as BlankType | undefined) ?? null
}

const choicesOf = (field: HtmlElement): string[] =>
  [...everyElement(field.childNodes)]
    .filter(({ tagName }) => tagName === 'option')
    .map((option) => wordsFrom(textOf(option), 200).trim())
    .filter(Boolean)
    .slice(0, 40)
