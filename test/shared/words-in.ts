import { readdirSync, readFileSync } from 'node:fs'
import { parseFragment } from 'parse5'
import ts from 'typescript'
import { everyElement, isElement } from '../../core/tree/tree.ts'

/** The names of what is read out or shown. */
const SPOKEN = /^(aria-label|aria-description|title|placeholder|label|alt|send|summary)$/
/** The name of the product, and what programs say to each other. */
const NAMES = /\b(Fieldstone|GET|POST|Accept|Cookie|Enter|Escape|NFKC|Arrow(Left|Right|Up|Down)|Page(Up|Down))\b/g

const hasWords = (text: string): boolean => /\p{L}{2}/u.test(text.replace(NAMES, ''))
/** A sentence, or a line that begins with a capital: no value that programs tell each other. */
const isSaid = (text: string): boolean =>
  hasWords(text) && (/^\p{Lu}[\p{L}’]+([ ,.…:?!]|$)/u.test(text.trim()) || /\p{L}{2}[.…?!]$/u.test(text.trim()))

/** Words that stand in a file for people to read. */
export function wordsIn(file: string, code = readFileSync(file, 'utf8')): string[] {
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
  return found
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

/** Every file of the application's code. */
export const codeFiles = (): string[] =>
  ['server', 'app', 'reader', 'core']
    .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((name) => `${folder}/${name}`))
    .filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))
