import { htmlElementAttributes } from 'html-element-attributes'
import { htmlTagNames } from 'html-tag-names'
import type { Attribute } from '../../../html/scan.ts'
import { byName } from '../../../tree/by-name.ts'
import { at, changed, withoutIt } from '../at.ts'
import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import { renamed, tagsOff } from '../element-repairs.ts'
import { nearestOf } from '../near.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source, Written } from '../written.ts'

const ELEMENTS = new Set(htmlTagNames)
/** For each element what its attributes are compared with. */
type Nearest = Map<string, (name: string) => string | null>

const plain = (name: string): string => name.toLowerCase()
const OF_ELEMENTS = byName(htmlElementAttributes)

function look({ text, elements }: Source): Diagnostic[] {
  const nearElement = nearestOf(ELEMENTS, plain)
  const nearAttribute: Nearest = new Map()
  return elements.flatMap((each) => {
    const { tag, isForeign } = each
    // A name with a hyphen is the element of a program; drawings and formulas have names of their own.
    if (isForeign || tag.name.includes('-')) return []
    if (!ELEMENTS.has(tag.name)) return [unknownElement(each, nearElement(tag.name))]
    return tag.attributes.flatMap((attribute) => unknownAttribute(text, each, attribute, nearAttribute))
  })
}

function unknownElement(each: Written, near: string | null): Diagnostic {
  const { name } = each.tag
  const repairs: SourceRepair[] = [tagsOff(each)]
  if (near) repairs.unshift({ label: `Make it “${near}”`, edits: renamed(each, near) })
  const meant = near ? ` Was “${near}” meant?` : ''
  return at(
    each.tag,
    'unknown',
    'error',
    `HTML has no “${name}”: browsers show its words and nothing else.${meant}`,
    repairs,
  )
}

/** What no element has is told by what is left out; here it is told where one letter makes the difference. */
function unknownAttribute(text: string, { tag }: Written, attribute: Attribute, known: Nearest): Diagnostic[] {
  const { name, from } = attribute
  if (!/^[a-z]{4,}$/.test(name) || name.startsWith('on')) return []
  const own = [...(OF_ELEMENTS['*'] ?? []), ...(OF_ELEMENTS[tag.name] ?? []), 'role', 'style']
  if (own.includes(name) || ANYWHERE.has(name)) return []
  const nearest =
    known.get(tag.name) ??
    nearestOf(
      own.filter((each) => each.length > 3),
      plain,
    )
  known.set(tag.name, nearest)
  const near = nearest(name)
  if (!near || tag.attributes.some((each) => each.name === near)) return []
  return [
    at(tag, 'unknown', 'error', `“${tag.name}” has no “${name}”; browsers pass over it. Was “${near}” meant?`, [
      changed(`Write “${near}”`, { from, to: from + name.length }, near),
      withoutIt(text, attribute),
    ]),
  ]
}

/** Real attributes of some element: on another they are no slip of the pen. */
const ANYWHERE = new Set(Object.values(htmlElementAttributes).flat())

/** Names of elements and attributes that HTML does not have. */
export const unknown: SourceCheck = {
  id: 'unknown',
  finds: ['unknown'],
  why: 'Browsers pass over what they don’t know without a word: one wrong letter, and a link leads nowhere.',
  look,
  good: ['<p><x-card>a</x-card></p>', '<svg><foo></foo></svg>', '<p data-x="a" dddd="b">c</p>'],
  bad: [
    { html: '<stong>a</stong>', told: ['1 unknown'], repaired: '<strong>a</strong>' },
    { html: '<wall>a</wall>', told: ['1 unknown'], repaired: null },
    { html: '<a herf="/a">b</a>', told: ['1 unknown'], repaired: '<a href="/a">b</a>' },
  ],
}
