import { attributeOf, type Attribute, type Tag } from '../../../html/scan.ts'
import { at, removed, withoutIt, withValue } from '../at.ts'
import type { Diagnostic } from '../diagnostic.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source } from '../written.ts'

function look({ text, tags }: Source): Diagnostic[] {
  return tags.flatMap((tag, index) => {
    if (tag.isEnd) return []
    if (tag.name === 'style') return [ofSheet(tag, tags[index + 1])]
    const style = attributeOf(tag, 'style')
    return style ? ofAttribute(text, tag, style) : []
  })
}

/** A sheet of styles would reach out of the page: it is read for what stands on it, and is no part of it. */
function ofSheet(tag: Tag, next: Tag | undefined): Diagnostic {
  const to = next?.isEnd && next.name === 'style' ? next.to : tag.to
  return at(
    tag,
    'style',
    'warning',
    'A page has no style sheet of its own: it would change what stands around it, too. What it says is left out; looks go on the pieces themselves.',
    [removed({ from: tag.from, to }, 'Remove the style sheet')],
  )
}

/** CSS Syntax, “Consume a list of declarations”: at semicolons, but not within quotation marks and brackets. */
function declarationsOf(css: string): string[] {
  const found: string[] = ['']
  let [quote, depth] = ['', 0]
  for (const sign of css) {
    if (quote === '' && depth === 0 && sign === ';') {
      found.push('')
      continue
    }
    if (quote === '' && /["']/.test(sign)) quote = sign
    else if (sign === quote) quote = ''
    else if (quote === '' && sign === '(') depth++
    else if (quote === '' && sign === ')') depth = Math.max(0, depth - 1)
    found[found.length - 1] += sign
  }
  return found.map((each) => each.trim()).filter(Boolean)
}

/** What a declaration must not do: run something, call on another host, lie over what is ours. */
const UNSAFE: readonly (readonly [RegExp, string])[] = [
  [/expression\s*\(|javascript\s*:|vbscript\s*:|-moz-binding|\bbehavior\s*:/i, 'would run script'],
  [/url\s*\(\s*["']?\s*(https?:)?\/\//i, 'would call on another host for each reader'],
  [/^position\s*:\s*(fixed|sticky)/i, 'would lie over the page'],
]

function ofAttribute(text: string, tag: Tag, style: Attribute): Diagnostic[] {
  const all = declarationsOf(style.value)
  const found: Diagnostic[] = []
  for (const each of all) {
    const shown = each.length > 50 ? `${each.slice(0, 50)}…` : each
    const without = all.filter((other) => other !== each)
    const leave =
      without.length > 0 ? withValue(style, `${without.join('; ')}`, 'Leave it out') : withoutIt(text, style)
    const unsafe = UNSAFE.find(([pattern]) => pattern.test(each))
    if (unsafe) found.push(at(tag, 'style', 'error', `“${shown}” ${unsafe[1]}; it is left out.`, [leave]))
    else if (!/^[-\w]+\s*:\s*\S/.test(each)) found.push(broken(tag, style, all, each, shown, leave))
    else if (/:[^;"'()]*\s[a-z-]+\s*:\s/i.test(each)) found.push(unended(tag, style, all, each, shown))
  }
  return found
}

function broken(
  tag: Tag,
  style: Attribute,
  all: readonly string[],
  each: string,
  shown: string,
  leave: Diagnostic['repairs'][number],
): Diagnostic {
  const parted = /^([-a-z]+)[\s=]+(\S.*)$/i.exec(each)
  const mended = parted
    ? [
        withValue(
          style,
          all.map((one) => (one === each ? `${parted[1]}: ${parted[2]}` : one)).join('; '),
          'Put a colon between them',
        ),
      ]
    : []
  return at(tag, 'style', 'error', `“${shown}” in “style” does nothing: it should be a name, a colon and a value.`, [
    ...mended,
    leave,
  ])
}

/** Two declarations without a semicolon between them count as one that says nothing. */
function unended(tag: Tag, style: Attribute, all: readonly string[], each: string, shown: string): Diagnostic {
  const mended = each.replace(/\s+(?=[a-z-]+\s*:\s)/gi, '; ').replace(/^([-\w]+\s*:); /, '$1 ')
  return at(tag, 'style', 'error', `“${shown}” in “style” lacks a semicolon between its parts.`, [
    withValue(style, all.map((one) => (one === each ? mended : one)).join('; '), 'Put the semicolon in'),
  ])
}

/** Styles that are written wrongly, or that a page must not have. */
export const styles: SourceCheck = {
  id: 'styles',
  finds: ['style'],
  why: 'One missing sign, and a look is gone; and what a style may do elsewhere could cover the controls of the page, or tell others who reads it.',
  look,
  good: ['<p style="color: red; background: rgb(1, 2, 3)">a</p>', '<p style="font-family: \'a; b\'">a</p>'],
  bad: [
    {
      html: '<p style="color red; margin: 0">a</p>',
      told: ['1 style'],
      repaired: '<p style="color: red; margin: 0">a</p>',
    },
    {
      html: '<p style="color: red background: blue">a</p>',
      told: ['1 style'],
      repaired: '<p style="color: red; background: blue">a</p>',
    },
    {
      html: '<p style="position: fixed; color: red">a</p>',
      told: ['1 style'],
      repaired: '<p style="color: red">a</p>',
    },
    { html: '<p style="background: url(//a.example/x)">a</p>', told: ['1 style'], repaired: '<p>a</p>' },
    { html: '<p style="width: expression(x)">a</p>', told: ['1 style'], repaired: '<p>a</p>' },
    { html: '<style>p { color: red }</style><p>a</p>', told: ['1 style'], repaired: '<p>a</p>' },
  ],
}
