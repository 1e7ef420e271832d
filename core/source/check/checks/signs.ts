import { ErrorCodes as ERR, type ParserError } from 'parse5'
import type { Diagnostic } from '../diagnostic.ts'
import { at, changed, removed } from '../at.ts'
import { placeOf, tagAt } from '../fault-places.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source } from '../written.ts'

const LONGEST = 40

function look({ text, faults, tags }: Source): Diagnostic[] {
  return faults.flatMap((fault) => {
    const found = ofFault(text, fault, tagAt(tags, fault.startOffset)?.from ?? 0)
    return found ? [found] : []
  })
}

/** The “&…” that ends at an offset, or begins a little before it. */
function referenceBefore(text: string, offset: number): { from: number; to: number; written: string } | null {
  const start = Math.max(0, offset - LONGEST)
  const from = start + text.slice(start, offset + 1).lastIndexOf('&')
  if (from < start) return null
  const written = /^&#?\w*;?/.exec(text.slice(from, from + LONGEST))![0]
  return { from, to: from + written.length, written }
}

/** A reference to a character that no page may hold, by number. */
const NO_CHARACTER = new Set<string>([
  ERR.nullCharacterReference,
  ERR.surrogateCharacterReference,
  ERR.characterReferenceOutsideUnicodeRange,
  ERR.controlCharacterReference,
  ERR.noncharacterCharacterReference,
])
/** The same, written as such. */
const UNSEEN = new Set<string>([
  ERR.controlCharacterInInputStream,
  ERR.noncharacterInInputStream,
  ERR.surrogateInInputStream,
  ERR.unexpectedNullCharacter,
])

function ofFault(text: string, fault: ParserError, tagFrom: number): Diagnostic | null {
  const { code, startOffset: offset } = fault
  const place = placeOf(fault)
  if (UNSEEN.has(code))
    return at(place, 'sign', 'warning', 'A sign stands here that is not to be seen and means nothing in a page.', [
      removed(
        { from: offset, to: offset + String.fromCodePoint(text.codePointAt(offset) ?? 0).length },
        'Remove the sign',
      ),
    ])
  const reference = referenceBefore(text, offset)
  if (reference) {
    const { written } = reference
    const spot = {
      ...place,
      from: reference.from,
      to: reference.to,
      column: Math.max(1, place.column - (offset - reference.from)),
    }
    const asWords = changed(`Show “${written}” as it stands`, reference, `&amp;${written.slice(1)}`)
    if (code === ERR.missingSemicolonAfterCharacterReference)
      return at(spot, 'sign', 'error', `“${written}” is taken for a sign, and has no “;” at its end.`, [
        changed('Put the “;” after it', ended(reference), ';'),
        asWords,
      ])
    if (code === ERR.unknownNamedCharacterReference)
      return at(spot, 'sign', 'error', `No sign is called “${written}”; readers see it as it stands.`, [asWords])
    if (code === ERR.absenceOfDigitsInNumericCharacterReference)
      return at(spot, 'sign', 'error', `“${written}” should be followed by the number of a sign.`, [asWords])
    if (NO_CHARACTER.has(code))
      return at(spot, 'sign', 'error', `“${written}” is the number of no sign that a page may hold.`, [
        removed(reference, 'Remove it'),
      ])
  }
  return ofMarkup(text, fault, tagFrom)
}

/** Where the named sign itself ends: letters that follow may be words. */
function ended({ from, to, written }: { from: number; to: number; written: string }): { from: number; to: number } {
  const digits = /^&#x[\da-f]+|^&#\d+/i.exec(written)?.[0].length
  const end = digits === undefined ? to : from + digits
  return { from: end, to: end }
}

function ofMarkup(text: string, fault: ParserError, tagFrom: number): Diagnostic | null {
  const place = placeOf(fault)
  const from = Math.max(tagFrom, text.lastIndexOf('<', fault.startOffset))
  const spot = { ...place, from, to: fault.startOffset, column: Math.max(1, place.column - (fault.startOffset - from)) }
  const asWords = changed('Keep it as words', { from, to: from + 1 }, '&lt;')
  const end = text.indexOf('>', from) + 1 || text.length
  switch (fault.code) {
    case ERR.invalidFirstCharacterOfTagName:
      return at(spot, 'sign', 'warning', '“<” begins a tag, and no name follows it. Written as words it is “&lt;”.', [
        asWords,
      ])
    case ERR.missingEndTagName:
      return at(spot, 'sign', 'error', '“</>” names nothing that it could end.', [removed({ from, to: end })])
    case ERR.unexpectedQuestionMarkInsteadOfTagName:
      return at(spot, 'sign', 'warning', '“<?” begins an instruction for other programs; browsers pass over it.', [
        removed({ from, to: end }),
      ])
    case ERR.incorrectlyOpenedComment:
    case ERR.cdataInHtmlContent:
      return at(spot, 'sign', 'warning', 'What begins with “<!” is a comment to browsers, and nobody reads it.', [
        removed({ from, to: end }),
      ])
    case ERR.nestedComment:
      return at(spot, 'sign', 'warning', 'A comment can’t hold another: it ends at the first “-->”.', [
        removed({ from, to: from + 4 }, 'Remove the second “<!--”'),
      ])
    case ERR.incorrectlyClosedComment:
      return at(place, 'sign', 'warning', 'A comment ends with “-->”, not with “--!>”.', [
        changed(
          'Write “-->”',
          { from: text.lastIndexOf('--!>', fault.startOffset), to: text.lastIndexOf('--!>', fault.startOffset) + 4 },
          '-->',
        ),
      ])
    case ERR.abruptClosingOfEmptyComment:
      return at(spot, 'sign', 'warning', 'This comment is empty, and not closed as comments are.', [
        removed({ from, to: end }),
      ])
    default:
      return null
  }
}

/** Signs that are written wrongly: “&” and “<” where words were meant, and what nobody can see. */
export const signs: SourceCheck = {
  id: 'signs',
  finds: ['sign'],
  why: '“&” and “<” begin something in HTML: where words were meant, readers see something else, or nothing.',
  look,
  good: [
    '<p>&lt; &amp; &#8211; &eacute;</p>',
    '<p>Stone & mortar, a & b; AT&T</p>',
    '<!-- a -->',
    '<a href="?a=1&amp;b=2">x</a>',
  ],
  bad: [
    { html: '<p>&copy 2027</p>', told: ['1 sign'], repaired: '<p>&copy; 2027</p>' },
    { html: '<p>a\n&#8211 b</p>', told: ['2 sign'], repaired: '<p>a\n&#8211; b</p>' },
    { html: '<p>&nosuch;</p>', told: ['1 sign'], repaired: '<p>&amp;nosuch;</p>' },
    { html: '<p>&#;</p>', told: ['1 sign'], repaired: '<p>&amp;#;</p>' },
    { html: '<p>a&#0;b</p>', told: ['1 sign'], repaired: '<p>ab</p>' },
    { html: '<p>a\u0001b</p>', told: ['1 sign'], repaired: '<p>ab</p>' },
    { html: '<p>a <3 b</p>', told: ['1 sign'], repaired: '<p>a &lt;3 b</p>' },
    { html: '<p>a</>b</p>', told: ['1 sign'], repaired: '<p>ab</p>' },
    { html: '<?xml version="1.0"?><p>a</p>', told: ['1 sign'], repaired: '<p>a</p>' },
    { html: '<![CDATA[x]]><p>a</p>', told: ['1 sign'], repaired: '<p>a</p>' },
    { html: '<!entity><p>a</p>', told: ['1 sign'], repaired: '<p>a</p>' },
    { html: '<!-- a --!><p>a</p>', told: ['1 sign'], repaired: '<!-- a --><p>a</p>' },
    { html: '<!-- a <!-- b --><p>a</p>', told: ['1 sign'], repaired: '<!-- a  b --><p>a</p>' },
    { html: '<!--><p>a</p>', told: ['1 sign'], repaired: '<p>a</p>' },
  ],
}
