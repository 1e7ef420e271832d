import { aria, type ARIAProperty, roles } from 'aria-query'
import type { Attribute, Tag } from '../../../html/scan.ts'
import { allowedValue, BOOLEAN } from '../allowed-values.ts'
import { at, changed, withoutIt, withValue } from '../at.ts'
import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import { nearestOf } from '../near.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source } from '../written.ts'

const ROLES: ReadonlySet<string> = new Set(roles.entries().flatMap(([name, { abstract }]) => (abstract ? [] : [name])))
const ARIA: ReadonlySet<string> = new Set(aria.keys())

/** Of some words the one that a value was likely meant to be; what is compared is made once for a source. */
type Nearest = (words: Iterable<string>, value: string) => string | null

function nearestFor(): Nearest {
  const known = new Map<Iterable<string>, (name: string) => string | null>()
  return (words, value) => {
    const nearest = known.get(words) ?? nearestOf(words, (name) => name.toLowerCase())
    known.set(words, nearest)
    return nearest(value)
  }
}

function look({ text, elements }: Source): Diagnostic[] {
  const nearest = nearestFor()
  return elements.flatMap(({ tag, isForeign }) =>
    isForeign ? [] : tag.attributes.flatMap((attribute) => ofAttribute(text, tag, attribute, nearest)),
  )
}

function ofAttribute(text: string, tag: Tag, attribute: Attribute, nearest: Nearest): Diagnostic[] {
  const { name, value } = attribute
  if (BOOLEAN.has(name)) return value === '' || value.toLowerCase() === name ? [] : [ofBoolean(text, tag, attribute)]
  if (name === 'role') return ofRole(text, tag, attribute, nearest)
  if (name.startsWith('aria-')) return ofAria(text, tag, attribute, nearest)
  const allowed = allowedValue(tag.name, name)
  if (!allowed || allowed.isRight(value)) return []
  const near = allowed.words ? nearest(allowed.words, value) : (allowed.better?.(value) ?? null)
  return [wrong(text, tag, attribute, allowed.said, near)]
}

function wrong(text: string, tag: Tag, attribute: Attribute, said: string, near: string | null): Diagnostic {
  const { name, value } = attribute
  const shown = value.length > 40 ? `${value.slice(0, 40)}…` : value
  const repairs: SourceRepair[] = near ? [withValue(attribute, near)] : []
  const is = shown === '' ? 'is empty' : `is “${shown}”`
  return at(tag, 'value', 'error', `“${name}” of “${tag.name}” ${is}; it should be ${said}.`, [
    ...repairs,
    withoutIt(text, attribute),
  ])
}

const NO = /^(false|no|off|0|none)$/i

function ofBoolean(text: string, tag: Tag, attribute: Attribute): Diagnostic {
  const { name, value } = attribute
  const isNo = NO.test(value)
  const repairs = [changed(`Write “${name}” alone`, attribute, name), withoutIt(text, attribute)]
  return at(
    tag,
    'value',
    isNo ? 'error' : 'warning',
    `“${name}” counts as soon as it stands there, ${isNo ? `also as “${value}”` : `whatever its value (“${value.slice(0, 40)}”)`}.`,
    isNo ? repairs.reverse() : repairs,
  )
}

/** WAI-ARIA 1.2, “Definition of Roles”, with those of DPUB-ARIA and the Graphics Module. */
function ofRole(text: string, tag: Tag, attribute: Attribute, nearest: Nearest): Diagnostic[] {
  const named = attribute.value.toLowerCase().split(/\s+/).filter(Boolean)
  if (named.length > 0 && named.some((each) => ROLES.has(each))) return []
  return [wrong(text, tag, attribute, 'the name of a role, such as note or tablist', nearest(ROLES, named[0] ?? ''))]
}

/** WAI-ARIA 1.2, “Supported States and Properties”. */
function ofAria(text: string, tag: Tag, attribute: Attribute, nearest: Nearest): Diagnostic[] {
  const { name, value, from } = attribute
  const definition = aria.get(name as ARIAProperty)
  if (!definition) {
    const near = nearest(ARIA, name)
    const repairs = near ? [changed(`Write “${near}”`, { from, to: from + name.length }, near)] : []
    return [at(tag, 'value', 'error', `There is no “${name}”.`, [...repairs, withoutIt(text, attribute)])]
  }
  const words = ariaWords(definition)
  if (words) {
    const isRight = value
      .split(definition.type === 'tokenlist' ? /\s+/ : /$^/)
      .every((each) => words.includes(each.toLowerCase()))
    return isRight ? [] : [wrong(text, tag, attribute, listed(words), nearestOf(words, (word) => word)(value))]
  }
  const isNumber = definition.type === 'integer' || definition.type === 'number'
  return isNumber && !/^-?\d+(\.\d+)?$/.test(value) ? [wrong(text, tag, attribute, 'a number', null)] : []
}

const listed = (words: readonly string[]): string => `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`

function ariaWords({ type, values, allowundefined }: NonNullable<ReturnType<typeof aria.get>>): string[] | null {
  const also = allowundefined ? ['undefined'] : []
  if (type === 'boolean') return ['true', 'false', ...also]
  if (type === 'tristate') return ['true', 'false', 'mixed', ...also]
  return (type === 'token' || type === 'tokenlist') && values ? [...values.map(String), ...also] : null
}

/** Attributes whose value is none that they may have. */
export const values: SourceCheck = {
  id: 'values',
  finds: ['value'],
  why: 'A value that an attribute can’t have is passed over, or taken for another: “disabled="false"” is disabled all the same.',
  look,
  good: [
    '<ol start="3" type="a"><li value="4">a</li></ol>',
    '<time datetime="2027-03-12">a</time><time datetime="PT2H">b</time>',
    '<div role="tablist" aria-orientation="vertical" aria-hidden="true"></div>',
    '<input disabled="disabled" type="EMAIL">',
    '<p lang="pt-BR" dir="auto">a</p>',
  ],
  bad: [
    {
      html: '<img src="a.png" alt="" width="20px">',
      told: ['1 value'],
      repaired: '<img src="a.png" alt="" width="20">',
    },
    { html: '<input type="emial">', told: ['1 value'], repaired: '<input type="email">' },
    { html: '<button disabled="false">a</button>', told: ['1 value'], repaired: '<button>a</button>' },
    { html: '<p lang="de_AT">a</p>', told: ['1 value'], repaired: '<p lang="de-AT">a</p>' },
    { html: '<a href="/a b">a</a>', told: ['1 value'], repaired: '<a href="/a%20b">a</a>' },
    { html: '<p id="a b">a</p>', told: ['1 value'], repaired: '<p id="a-b">a</p>' },
    { html: '<div role="tablits">a</div>', told: ['1 value'], repaired: '<div role="tablist">a</div>' },
    { html: '<div aria-lable="x">a</div>', told: ['1 value'], repaired: '<div aria-label="x">a</div>' },
    { html: '<div aria-hidden="yes">a</div>', told: ['1 value'], repaired: '<div>a</div>' },
    { html: '<meter value="0,5">a</meter>', told: ['1 value'], repaired: '<meter value="0.5">a</meter>' },
    { html: '<td colspan="0">', told: ['1 outside', '1 value'], repaired: null },
    { html: '<time datetime="12.3.2027">a</time>', told: ['1 value'], repaired: '<time>a</time>' },
  ],
}
