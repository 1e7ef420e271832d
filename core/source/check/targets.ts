import { decodedPlace } from '../../html/addresses.ts'
import { slug } from '../../html/slug.ts'
import type { Diagnostic, SourceRepair } from './diagnostic.ts'
import { at, attributeOf, type Scan, type Tag } from './scan.ts'

/** Ids that stand twice, and links to places that are not there. */
export function targets(scan: Scan): Diagnostic[] {
  const found: Diagnostic[] = []
  const ids = new Map<string, Tag>()
  const lines = new Map<string, number>()
  for (const tag of scan.tags) {
    const id = tag.isEnd ? undefined : attributeOf(tag, 'id')
    if (!id || id.value === '') continue
    const first = ids.get(id.value)
    if (!first) {
      ids.set(id.value, tag)
      lines.set(id.value, tag.line)
      continue
    }
    let number = 2
    while (ids.has(`${id.value}-${number}`)) number++
    const fresh = `${id.value}-${number}`
    ids.set(fresh, tag)
    found.push(at(tag, 'duplicate-id', 'error', `The id “${id.value}” stands already in line ${first.line}. Links lead to the first alone.`, [{ label: `Call this one “${fresh}”`, edits: [{ from: id.from, to: id.to, insert: `id="${fresh}"` }] }]))
  }
  const places = new Set([...ids.keys(), ...headingPlaces(scan)])
  for (const [index, tag] of scan.tags.entries()) {
    const href = tag.isEnd || tag.name !== 'a' ? undefined : attributeOf(tag, 'href')
    if (!href || !/^#./.test(href.value) || href.value === '#top') continue
    const target = decodedPlace(href.value.slice(1))
    if (places.has(target)) continue
    const near = nearest(target, places)
    const repairs: SourceRepair[] = near ? [{ label: `Point it to “#${near}”`, edits: [{ from: href.from, to: href.to, insert: `href="#${encodeURI(near)}"` }] }] : []
    const end = scan.tags.slice(index + 1).find(({ name }) => name === 'a')
    if (end?.isEnd) repairs.push({ label: 'Take the link off, keep its words', edits: [{ from: tag.from, to: tag.to, insert: '' }, { from: end.from, to: end.to, insert: '' }] })
    found.push(at(tag, 'dead-target', 'error', `The link leads to “#${target}”, but nothing on this page has that id.`, repairs))
  }
  return found
}

/** The places that headings without an id get when the page is published. */
function headingPlaces({ text, tags }: Scan): string[] {
  const found: string[] = []
  const taken = new Set<string>()
  for (const [index, tag] of tags.entries()) {
    if (tag.isEnd || !/^h[2-6]$|^summary$/.test(tag.name)) continue
    const end = tags.slice(index + 1, index + 40).find((each) => each.isEnd && each.name === tag.name)
    if (!end) continue
    const stem = slug(text.slice(tag.to, end.from).replace(/<[^>]*>/g, ''))
    let id = stem
    for (let number = 2; taken.has(id); number++) id = `${stem}-${number}`
    taken.add(id)
    found.push(id)
  }
  return found
}

/** The place whose name differs least: by case and signs alone, or by at most two letters. */
function nearest(target: string, places: ReadonlySet<string>): string | null {
  let best: string | null = null
  let least = 3
  for (const place of [...places].slice(0, 500)) {
    const away = slug(place) === slug(target) ? 0 : distance(place, target, least)
    if (away < least) [best, least] = [place, away]
  }
  return best
}

/** Levenshtein distance of two names, given up at `most`. */
function distance(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) >= most || a.length > 100) return most
  let row = Array.from({ length: b.length + 1 }, (_, at) => at)
  for (let i = 1; i <= a.length; i++) {
    const next = [i]
    for (let j = 1; j <= b.length; j++) next.push(Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1)))
    row = next
  }
  return row[b.length]!
}
