import { attributeOf } from '../../../html/scan.ts'
import { safeAddress } from '../../../tree/addresses.ts'
import { at, changed, removed } from '../at.ts'
import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source, Written } from '../written.ts'

/** What browsers show without anybody's help. */
const SHOWN = /^(image|video|audio|text)\/|^application\/(pdf|xhtml\+xml|xml|json)$/i

function look({ elements }: Source): Diagnostic[] {
  return elements.flatMap((each) => {
    const { tag, isForeign } = each
    if (isForeign || !/^(object|embed)$/.test(tag.name)) return []
    const type = attributeOf(tag, 'type')?.value
    const isOld = attributeOf(tag, 'classid') ?? attributeOf(tag, 'codebase')
    if (!isOld && (type === undefined || SHOWN.test(type.trim()))) return []
    return [needsPlugIn(each, type ?? '')]
  })
}

function needsPlugIn(each: Written, type: string): Diagnostic {
  const { tag } = each
  const place = { from: tag.from, to: each.to }
  const unsafe = attributeOf(tag, tag.name === 'embed' ? 'src' : 'data')?.value
  const address = unsafe === undefined ? null : safeAddress(unsafe)
  const shown = address?.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;')
  const repairs: SourceRepair[] = [removed(place)]
  if (shown) repairs.unshift(changed('Make it a link', place, `<a href="${shown}">${shown}</a>`))
  const what = type ? ` (“${type.slice(0, 60)}”)` : ''
  return at(
    tag,
    'plug-in',
    'error',
    `“${tag.name}” asks for a plug-in${what}, which no browser runs any more: nobody sees what it holds.`,
    repairs,
  )
}

/** What would need a plug-in to be seen. */
export const plugIns: SourceCheck = {
  id: 'plug-ins',
  finds: ['plug-in'],
  why: 'Plug-ins are gone from browsers: what was made for one is an empty place to every reader.',
  look,
  good: [
    '<object data="a.pdf" type="application/pdf">a</object>',
    '<embed src="a.svg" type="image/svg+xml" title="a">',
  ],
  bad: [
    {
      html: '<object data="a.swf" type="application/x-shockwave-flash"><p>a</p></object>',
      told: ['1 plug-in'],
      repaired: '<a href="a.swf">a.swf</a>',
    },
    { html: '<p>b</p><object classid="clsid:0">a</object>', told: ['1 plug-in'], repaired: '<p>b</p>' },
  ],
}
