import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import { attributeOf } from '../../../html/scan.ts'
import { at } from '../at.ts'
import { NEVER_IN, PRESSED } from '../content-models.ts'
import { renamed, tagsOff } from '../element-repairs.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source, Written } from '../written.ts'

/** How far up it is looked: deeper nests are no page's. */
const DEEPEST = 60

const CANDIDATES = new Set(Object.values(NEVER_IN).flatMap((names) => names ?? []))

function look({ elements }: Source): Diagnostic[] {
  return elements.flatMap((each) => {
    if (each.isForeign) return []
    const isUsed = isPressed(each)
    if (!isUsed && each.tag.name !== 'a' && !CANDIDATES.has(each.tag.name)) return []
    let depth = 0
    for (let at: Written | null = each; at?.parent && depth < DEEPEST; at = at.parent, depth++) {
      // How a piece is written in the source is no matter of what it stands in.
      if (attributeOf(at.tag, 'data-piece')) return []
      const outer: Written = at.parent
      if (NAMES.has(outer.tag.name) && (isUsed || outer.tag.name === each.tag.name))
        return [pressedInPressed(each, outer)]
      if (NEVER_IN[outer.tag.name]?.includes(each.tag.name)) return [inItself(each, outer)]
    }
    return []
  })
}

/** HTML Standard, “Interactive content”. */
function isPressed({ tag }: Written): boolean {
  if (!PRESSED.has(tag.name)) return false
  if (tag.name === 'a') return attributeOf(tag, 'href') !== undefined
  if (tag.name === 'input') return attributeOf(tag, 'type')?.value.toLowerCase() !== 'hidden'
  if (tag.name === 'audio' || tag.name === 'video') return attributeOf(tag, 'controls') !== undefined
  return true
}

const NAMES: ReadonlyMap<string, string> = new Map([
  ['a', 'a link'],
  ['button', 'a button'],
])

function pressedInPressed(each: Written, outer: Written): Diagnostic {
  const { tag } = each
  const holder = `${NAMES.get(outer.tag.name)} (line ${outer.tag.line})`
  const isSame = tag.name === outer.tag.name
  const message = isSame
    ? `${tag.name === 'a' ? 'This link' : 'This button'} stands in another (line ${outer.tag.line}). Browsers end the first one here.`
    : `“${tag.name}” is used by a press, and stands in ${holder}, which is, too: nobody can tell which of them a press is for.`
  const repairs: SourceRepair[] = [tagsOff(each)]
  if (isSame && outer.end)
    repairs.unshift({
      label: 'End the first one before it',
      edits: [
        { from: tag.from, to: tag.from, insert: `</${tag.name}>` },
        { from: outer.end.from, to: outer.end.to, insert: '' },
      ],
    })
  return at(tag, 'nested', 'error', message, repairs, { from: outer.tag.from, to: outer.to })
}

/** Browsers take these apart; the others work, and are told wrongly to whoever hears the page. */
const isDropped = (name: string): boolean => name === 'form' || name === 'table'

function inItself(each: Written, outer: Written): Diagnostic {
  const { name } = each.tag
  const message =
    name === 'form'
      ? `This form stands in another (line ${outer.tag.line}). Browsers drop the inner one.`
      : `“${name}” may not stand in “${outer.tag.name}” (line ${outer.tag.line}).`
  const repair = /^(header|footer|main)$/.test(name)
    ? { label: `Make it a “div”`, edits: renamed(each, 'div') }
    : tagsOff(each)
  // What browsers drop is shown; the rest stays as it is written.
  const passage = name === 'form' ? { from: outer.tag.from, to: outer.to } : undefined
  return at(
    each.tag,
    'nested',
    isDropped(name) ? 'error' : 'warning',
    message,
    name === 'table' ? [] : [repair],
    passage,
  )
}

/** Links in links, forms in forms, and whatever else may not stand in its like. */
export const nested: SourceCheck = {
  id: 'nested',
  finds: ['nested'],
  why: 'What is used by a press can’t hold another such thing: by keyboard or screen reader the inner one is never reached, or the outer one.',
  look,
  good: [
    '<button><a id="x">a</a></button>',
    '<label>a <input name="b"></label>',
    '<form><fieldset><legend>a</legend></fieldset></form>',
  ],
  bad: [
    {
      html: '<p><a href="/x">a <a href="/y">b</a> c</a></p>',
      told: ['1 nested'],
      repaired: '<p><a href="/x">a </a><a href="/y">b</a> c</p>',
    },
    { html: '<a href="/x"><button>b</button></a>', told: ['1 nested'], repaired: '<a href="/x">b</a>' },
    { html: '<form>a\n<form>b</form></form>', told: ['2 nested'], repaired: '<form>a\nb</form>' },
    { html: '<label>a <label>b</label></label>', told: ['1 nested'], repaired: '<label>a b</label>' },
    { html: '<table><tr><th><h3>a</h3><td>b</table>', told: ['1 nested'], repaired: '<table><tr><th>a<td>b</table>' },
    { html: '<header><footer>a</footer></header>', told: ['1 nested'], repaired: '<header><div>a</div></header>' },
    { html: '<table><caption><table><tr><td>a</table></caption><tr><td>b</table>', told: ['1 nested'], repaired: null },
  ],
}
