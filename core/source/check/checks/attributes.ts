import { ErrorCodes as ERR, type ParserError } from 'parse5'
import type { Attribute, Tag } from '../../../html/scan.ts'
import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import { at, changed, removed } from '../at.ts'
import { tagAt } from '../fault-places.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source } from '../written.ts'

/** “ ” „ ‟ ″ « » ‘ ’ ‚ ′: signs that word processors put where quotation marks were typed. */
const TYPESET = /[\u201c\u201d\u201e\u201f\u2033\u00ab\u00bb\u2018\u2019\u201a\u2032]/

function look(source: Source): Diagnostic[] {
  const { text, tags, faults } = source
  const found: Diagnostic[] = []
  const told = new Set<Tag>()
  for (const tag of tags) {
    if (!tag.attributes.some(({ value, name }) => TYPESET.test(value.slice(0, 1)) || TYPESET.test(name))) continue
    told.add(tag)
    found.push(typeset(text, tag))
  }
  for (const fault of faults) {
    const tag = tagAt(tags, fault.startOffset)
    // Where the quotation marks are none, all else follows from it.
    if (!tag || told.has(tag)) continue
    const diagnostic = ofFault(text, tag, fault)
    if (diagnostic) found.push(diagnostic)
  }
  return [...found, ...unquoted(source)]
}

function typeset(text: string, tag: Tag): Diagnostic {
  const inner = text.slice(tag.from, tag.to)
  const mended = inner.replace(new RegExp(TYPESET, 'g'), '"')
  const message = `The quotation marks in this tag are the ones of printed words, which browsers take for a part of the value.`
  return at(tag, 'attribute', 'error', message, [changed('Write plain quotation marks', tag, mended)])
}

function ofFault(text: string, tag: Tag, { code, startOffset: offset }: ParserError): Diagnostic | null {
  const tell = (message: string, repairs: readonly SourceRepair[], severity: Diagnostic['severity'] = 'error') =>
    at(tag, 'attribute', severity, message, repairs)
  switch (code) {
    case ERR.duplicateAttribute:
      return twice(text, tag, offset)
    case ERR.missingWhitespaceBetweenAttributes:
      return tell('Two attributes stand in this tag without a space between them.', [
        changed('Put a space between them', { from: offset, to: offset }, ' '),
      ])
    case ERR.missingAttributeValue:
      return tell('An attribute of this tag has an “=” and no value after it.', [
        changed('Give it an empty value', { from: offset, to: offset }, '""'),
      ])
    case ERR.unexpectedEqualsSignBeforeAttributeName:
      return tell('An “=” stands in this tag without a name before it.', [
        removed({ from: offset, to: offset + 1 }, 'Remove the “=”'),
      ])
    case ERR.unexpectedCharacterInAttributeName:
    case ERR.unexpectedCharacterInUnquotedAttributeValue:
      return tell(
        `A “${text[offset]}” stands in this tag where none may: a quotation mark is missing before it or too much.`,
        [removed({ from: offset, to: offset + 1 }, `Remove the “${text[offset]}”`)],
      )
    case ERR.unexpectedSolidusInTag:
      return tell(
        'A “/” stands in the middle of this tag; browsers pass over it.',
        [changed('Remove the “/”', around(text, offset - 1), ' ')],
        'warning',
      )
    case ERR.endTagWithAttributes:
      return tell(
        'Attributes on an end tag do nothing: they belong on the tag that begins.',
        [changed('Remove them', tag, `</${tag.name}>`)],
        'warning',
      )
    case ERR.endTagWithTrailingSolidus:
      return tell(
        'An end tag has its “/” in front alone.',
        [changed('Remove the second “/”', tag, `</${tag.name}>`)],
        'warning',
      )
    default:
      return null
  }
}

/** A sign with the space on both sides of it. */
function around(text: string, offset: number): { from: number; to: number } {
  let [from, to] = [offset, offset + 1]
  while (/\s/.test(text[from - 1] ?? '')) from--
  while (/\s/.test(text[to] ?? '')) to++
  return { from, to }
}

const [LONGEST_NAME, LONGEST_VALUE] = [100, 2000]

/** The attribute whose name ends at an offset stands on the tag a second time. */
function twice(text: string, tag: Tag, end: number): Diagnostic {
  const name = /[^\s"'>/=]*$/.exec(text.slice(Math.max(tag.from, end - LONGEST_NAME), end))![0]
  const value =
    /^\s*=\s*(?:"[^"]*"|'[^']*'|[^\s"'>]*)/.exec(text.slice(end, Math.min(tag.to, end + LONGEST_VALUE)))?.[0] ?? ''
  const from = end - name.length
  const gap = text[from - 1] === ' ' ? 1 : 0
  return at(tag, 'attribute', 'error', `“${name}” stands twice in this tag. Browsers take the first alone.`, [
    removed({ from: from - gap, to: end + value.length }, 'Remove the second'),
  ])
}

const valueOf = (text: string, { name, from, to }: Attribute): { from: number; to: number } | null => {
  const written = /^[^=]*=\s*(?=[^\s"'])/.exec(text.slice(from, to))
  return written && to > from && name !== '' ? { from: from + written[0].length, to } : null
}

/** Values without quotation marks are told once for all of a text: minified HTML has thousands. */
function unquoted({ text, tags }: Source): Diagnostic[] {
  const places = tags.flatMap((tag) =>
    tag.attributes.flatMap((attribute) => {
      // All at once, or each would be counted as its own in a text that is looked through again.
      const value = attribute.value === '' ? null : valueOf(text, attribute)
      return value && !TYPESET.test(text[value.from]!) ? [{ tag, value }] : []
    }),
  )
  if (places.length === 0) return []
  const many = places.length === 1 ? 'A value stands' : `${places.length} values stand`
  return [
    at(places[0]!.tag, 'unquoted', 'warning', `${many} without quotation marks: a space in one would end it.`, [
      {
        label: places.length === 1 ? 'Put it into quotation marks' : 'Put all into quotation marks',
        edits: places.flatMap(({ value: { from, to } }) => {
          const sign = text.slice(from, to).includes('"') ? "'" : '"'
          return [
            { from, to: from, insert: sign },
            { from: to, to, insert: sign },
          ]
        }),
      },
    ]),
  ]
}

/** Attributes that are written wrongly, twice, or without quotation marks. */
export const attributes: SourceCheck = {
  id: 'attributes',
  finds: ['attribute', 'unquoted'],
  why: 'A value that ends too early, or begins in the wrong place, is lost, and takes what follows with it.',
  look,
  good: ['<p title="a > b">c</p>', "<p title='a “b”'>c</p>", '<input disabled>', '<br/>'],
  bad: [
    { html: '<p class="a" class="b">c</p>', told: ['1 attribute'], repaired: '<p class="a">c</p>' },
    { html: '<p class="a"title="b">c</p>', told: ['1 attribute'], repaired: '<p class="a" title="b">c</p>' },
    { html: '<p class=>c</p>', told: ['1 attribute'], repaired: '<p class="">c</p>' },
    { html: '<p ="a">c</p>', told: ['1 attribute', '1 attribute', '1 attribute'], repaired: null },
    { html: '<p class=“lead”>c</p>', told: ['1 attribute'], repaired: '<p class="lead">c</p>' },
    { html: '<p>c</p class="a">', told: ['1 attribute'], repaired: '<p>c</p>' },
    { html: '<p>c</p/>', told: ['1 attribute'], repaired: '<p>c</p>' },
    { html: '<p / class="a">c</p>', told: ['1 attribute'], repaired: '<p class="a">c</p>' },
    { html: '<p class=a title=b>c</p>', told: ['1 unquoted'], repaired: '<p class="a" title="b">c</p>' },
  ],
}
