import { readdirSync, readFileSync } from 'node:fs'
import { parseFragment } from 'parse5'
import ts from 'typescript'
import { expect, test } from 'vitest'
import { everyElement, isElement } from '../tree/tree.ts'
import { LANGUAGES } from './languages.ts'

/** Where what students read and press is written. */
const ROOM = [
  /^server\/reading\//,
  /^server\/exercises\/(exercise|pages|render)\.server/,
  /^server\/(discussions|assignments|people|notices)\//,
  /^app\/(discussions|assignments|reading|people|notices|writing)\//,
  /^app\/media\/(send-file|use-placed-pictures|place-picture|arriving)\.ts/,
  /^app\/pieces\/picture\/alt-dialog\.tsx/,
  /^app\/editor\/(link-field|page-guard)\.tsx?/,
  /^core\/document\/passage\.ts/,
  /^server\/shelf\/(upload|sniff)\.server/,
  /^server\/web\/rate\.server/,
  /^reader\//,
  /^core\/reading\//,
  /^core\/html\/render\.ts/,
  /^core\/formats\/(ebook-page|epub|web-document)\.ts/,
  /^core\/questions\/kinds\/\w+\/(fields|grade)\.ts/,
]
/** What authors alone meet, and the queries. */
const OTHERS = /\.test\.|queries\.server|assets\.server|\/hand-ins\.tsx$|\/(value-tool|where)\.tsx?$/
/** The names of what is read out or shown. */
const SPOKEN = /^(aria-label|aria-description|title|placeholder|label|alt|send|summary)$/
/** Said by an author alone: why what they return is refused. */
const FOR_AUTHORS = [
  'Write a comment before you return it: the student reads your comment.',
  'This was not handed in, or the student has handed in again. Load the page again.',
]
/** The name of the product, and what programs say to each other. */
const NAMES = /\b(Fieldstone|GET|POST|Accept|Cookie|Enter|NFKC|Arrow(Left|Right|Up|Down)|Page(Up|Down))\b/g

const hasWords = (text: string): boolean => /\p{L}{2}/u.test(text.replace(NAMES, ''))
/** A sentence, or a line that begins with a capital: no value that programs tell each other. */
const isSaid = (text: string): boolean =>
  hasWords(text) && (/^\p{Lu}[\p{L}’]+([ ,.…:?!]|$)/u.test(text.trim()) || /\p{L}{2}[.…?!]$/u.test(text.trim()))

/** Words that stand in a file for people to read. */
function wordsIn(file: string, code = readFileSync(file, 'utf8')): string[] {
  const source = ts.createSourceFile(
    file,
    code,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  )
  const found: string[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isNewExpression(node) && /Error$/.test(node.expression.getText())) return
    if (ts.isJsxText(node)) {
      if (hasWords(node.text)) found.push(node.text.trim())
      return
    }
    if (ts.isJsxAttribute(node) && node.initializer && ts.isStringLiteral(node.initializer)) {
      if (SPOKEN.test(node.name.getText()) && hasWords(node.initializer.text)) found.push(node.initializer.text)
      return
    }
    if (ts.isTaggedTemplateExpression(node) && node.tag.getText() === 'html') {
      found.push(...wordsOfMarkup(textOf(node.template)))
      if (ts.isTemplateExpression(node.template)) node.template.templateSpans.forEach((span) => visit(span.expression))
      return
    }
    if (ts.isTemplateExpression(node)) {
      const text = textOf(node)
      if (/</.test(text) ? wordsOfMarkup(text).length > 0 : isSaid(text)) found.push(text)
    } else if (ts.isStringLiteralLike(node) && isSaid(node.text)) found.push(node.text)
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found.filter((words) => !FOR_AUTHORS.includes(words))
}

/** A template with a digit for each of its values. */
const textOf = (template: ts.TemplateLiteral): string =>
  ts.isNoSubstitutionTemplateLiteral(template)
    ? template.text
    : template.head.text + template.templateSpans.map(({ literal }) => `0${literal.text}`).join('')

function wordsOfMarkup(markup: string): string[] {
  const found: string[] = []
  const { childNodes } = parseFragment(markup)
  for (const each of everyElement(childNodes)) {
    for (const { name, value } of each.attrs) if (SPOKEN.test(name) && hasWords(value)) found.push(value)
    if (['style', 'script'].includes(each.tagName)) continue
    // In package documents what stands between elements are names of their standard.
    for (const child of markup.startsWith('<?xml') ? [] : each.childNodes)
      if (!isElement(child) && 'value' in child && hasWords(child.value)) found.push(child.value)
  }
  for (const child of childNodes)
    if (!isElement(child) && 'value' in child && isSaid(child.value)) found.push(child.value)
  return found
}

const codeFiles = (): string[] =>
  ['server', 'app', 'reader', 'core']
    .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((name) => `${folder}/${name}`))
    .filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))

test('what students read and press is said by message files: no words of the reading room stand outside them', () => {
  const files = codeFiles().filter((file) => ROOM.some((place) => place.test(file)) && !OTHERS.test(file))
  expect(files.length).toBeGreaterThan(60)
  const outside = files.flatMap((file) => wordsIn(file).map((words) => `${file}: ${words}`))
  expect(outside).toEqual([])
})

test('every message is said somewhere', () => {
  const code = codeFiles()
    .map((file) => readFileSync(file, 'utf8'))
    .join('\n')
  const names = Object.entries(LANGUAGES.en!.messages).flatMap(([area, messages]) =>
    Object.keys(messages as object).map((name) => `${area}.${name}`),
  )
  expect(names.filter((name) => !code.includes(`'${name}'`))).toEqual([])
})

test('such words would be found, wherever they stand', () => {
  const planted = [
    'html`<p>words ${x}</p>`',
    'html`<a aria-label="words">${x}</a>`',
    'html`<p>${x ? "Saved." : ""}</p>`',
    'refuse("This was deleted meanwhile.")',
    'say(`There are ${x} of them.`)',
    '<p>words</p>',
    '<Field label="words" />',
    '`<h2>words</h2>${x}`',
  ]
  for (const code of planted) expect(wordsIn('planted.tsx', `export const y = ${code}`), code).toHaveLength(1)
  expect(wordsIn('planted.tsx', "export const y = { a: 'hand in', b: html`<p>${say('room.next')}</p>` }")).toEqual([])
})
