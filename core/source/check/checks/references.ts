import { attributeOf, type Attribute, type Tag } from '../../../html/scan.ts'
import { byName } from '../../../tree/by-name.ts'
import { at, withoutIt, withValue } from '../at.ts'
import type { Diagnostic } from '../diagnostic.ts'
import { nearestOf } from '../near.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source } from '../written.ts'

/** What an attribute names by id, for the sentence that says so (HTML Standard; WAI-ARIA 1.2, “ID reference”). */
const NAMES = byName<string>({
  for: 'belongs to',
  form: 'belongs to',
  headers: 'is headed by',
  list: 'offers what stands in',
  popovertarget: 'opens',
  commandfor: 'acts on',
  'aria-activedescendant': 'has its mark on',
  'aria-controls': 'acts on',
  'aria-describedby': 'is described by',
  'aria-details': 'is told more of by',
  'aria-errormessage': 'is told what is wrong by',
  'aria-flowto': 'goes on in',
  'aria-labelledby': 'takes its name from',
  'aria-owns': 'holds',
})
/** These name several, with spaces between them. */
const SEVERAL = /^(headers|aria-(controls|describedby|details|flowto|labelledby|owns|errormessage))$/

function look({ text, tags }: Source): Diagnostic[] {
  const ids = new Set<string>()
  const maps = new Set<string>()
  const using: { tag: Tag; attribute: Attribute }[] = []
  for (const tag of tags) {
    if (tag.isEnd) continue
    const id = attributeOf(tag, 'id')?.value
    if (id) ids.add(id)
    if (tag.name === 'map') maps.add(attributeOf(tag, 'name')?.value ?? '')
    for (const attribute of tag.attributes)
      if (attribute.name === 'usemap' || NAMES[attribute.name] !== undefined) using.push({ tag, attribute })
  }
  const nearest = nearestOf(ids, (id) => id.toLowerCase().replace(/[^\p{L}\p{N}]/gu, ''))
  return using.flatMap(({ tag, attribute }) => {
    if (attribute.name === 'usemap')
      return maps.has(attribute.value.replace(/^#/, ''))
        ? []
        : [
            at(tag, 'reference', 'error', `This picture names the map “${attribute.value}”, and none has that name.`, [
              withoutIt(text, attribute),
            ]),
          ]
    const named = SEVERAL.test(attribute.name) ? attribute.value.split(/\s+/).filter(Boolean) : [attribute.value]
    const lost = named.filter((id) => !ids.has(id))
    return lost.length === 0 ? [] : [missing(text, tag, attribute, named, lost, nearest)]
  })
}

function missing(
  text: string,
  tag: Tag,
  attribute: Attribute,
  named: readonly string[],
  lost: readonly string[],
  nearest: (id: string) => string | null,
): Diagnostic {
  const message = `“${tag.name}” ${NAMES[attribute.name]} “${lost[0]}” (“${attribute.name}”), but nothing on this page has that id.`
  const near = nearest(lost[0]!)
  const kept = named.filter((id) => !lost.includes(id))
  const repairs = near
    ? [withValue(attribute, named.map((id) => (id === lost[0] ? near : id)).join(' '), `Name “${near}”`)]
    : []
  const without = kept.length > 0 ? withValue(attribute, kept.join(' '), `Leave it out`) : withoutIt(text, attribute)
  return at(tag, 'reference', 'error', message, [...repairs, without])
}

/** Labels, descriptions and heads that are named by an id which nothing has. */
export const references: SourceCheck = {
  id: 'references',
  finds: ['reference'],
  why: 'A field without its label, or a cell without its head, is a riddle to whoever hears the page.',
  look,
  good: [
    '<label for="a">b</label><input id="a">',
    '<div id="a">x</div><div id="b">y</div><section aria-labelledby="a b">z</section>',
    '<map name="m"></map><img src="a.png" alt="" usemap="#m">',
  ],
  bad: [
    {
      html: '<label for="nmae">b</label>\n<input id="name">',
      told: ['1 reference'],
      repaired: '<label for="name">b</label>\n<input id="name">',
    },
    {
      html: '<i id="a">x</i><p aria-describedby="a far-away">z</p>',
      told: ['1 reference'],
      repaired: '<i id="a">x</i><p aria-describedby="a">z</p>',
    },
    { html: '<p aria-labelledby="nobody">z</p>', told: ['1 reference'], repaired: '<p>z</p>' },
    { html: '<img src="a.png" alt="" usemap="#m">', told: ['1 reference'], repaired: '<img src="a.png" alt="">' },
  ],
}
