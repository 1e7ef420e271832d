import type { SourceCheck } from '../source-check.ts'
import { decodedPlace } from '../../../tree/addresses.ts'
import { slug } from '../../../html/slug.ts'
import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import type { Source } from '../written.ts'
import { attributeOf, type Tag } from '../../../html/scan.ts'
import { at } from '../at.ts'
import { nearestOf } from '../near.ts'

function look(scan: Source): Diagnostic[] {
  const found: Diagnostic[] = []
  const ids = new Map<string, Tag>()
  const fresh = freshNames(ids)
  for (const tag of scan.tags) {
    const id = tag.isEnd ? undefined : attributeOf(tag, 'id')
    if (!id || id.value === '') continue
    const first = ids.get(id.value)
    if (!first) {
      ids.set(id.value, tag)
      continue
    }
    const name = fresh(id.value)
    ids.set(name, tag)
    found.push(
      at(
        tag,
        'duplicate-id',
        'error',
        `The id “${id.value}” stands already in line ${first.line}. Links lead to the first alone.`,
        [{ label: `Call this one “${name}”`, edits: [{ from: id.from, to: id.to, insert: `id="${name}"` }] }],
      ),
    )
  }
  return [...found, ...deadTargets(ids, scan)]
}

/** Links into this page that lead nowhere. */
function deadTargets(ids: ReadonlyMap<string, Tag>, scan: Source): Diagnostic[] {
  const found: Diagnostic[] = []
  const places = new Set([...ids.keys(), ...headingPlaces(scan)])
  const nearest = nearestOf(places, slug)
  const nextLink = nextLinks(scan)
  for (const [index, tag] of scan.tags.entries()) {
    const href = tag.isEnd || tag.name !== 'a' ? undefined : attributeOf(tag, 'href')
    if (!href || !/^#./.test(href.value) || href.value === '#top') continue
    const target = decodedPlace(href.value.slice(1))
    if (places.has(target)) continue
    const near = nearest(target)
    const repairs: SourceRepair[] = near
      ? [
          {
            label: `Point it to “#${near}”`,
            edits: [{ from: href.from, to: href.to, insert: `href="#${encodeURI(near)}"` }],
          },
        ]
      : []
    const end = nextLink[index]
    if (end?.isEnd)
      repairs.push({
        label: 'Remove the link, keep its words',
        edits: [
          { from: tag.from, to: tag.to, insert: '' },
          { from: end.from, to: end.to, insert: '' },
        ],
      })
    found.push(
      at(tag, 'dead-target', 'error', `The link leads to “#${target}”, but nothing on this page has that id.`, repairs),
    )
  }
  return found
}

/** Names that are not taken, from a stem: `-2`, `-3` and so on, counted on from where the last one was found. */
function freshNames(taken: { has: (name: string) => boolean }): (stem: string) => string {
  const numbers = new Map<string, number>()
  return (stem) => {
    let number = numbers.get(stem) ?? 2
    while (taken.has(`${stem}-${number}`)) number++
    numbers.set(stem, number + 1)
    return `${stem}-${number}`
  }
}

/** For each tag the next tag of a link behind it. */
function nextLinks({ tags }: Source): (Tag | undefined)[] {
  const found: (Tag | undefined)[] = []
  let next: Tag | undefined
  for (let index = tags.length - 1; index >= 0; index--) {
    found[index] = next
    if (tags[index]!.name === 'a') next = tags[index]
  }
  return found
}

/** The places that headings without an id get when the page is published. */
function headingPlaces({ text, tags }: Source): string[] {
  const found: string[] = []
  const taken = new Set<string>()
  const fresh = freshNames(taken)
  for (const [index, tag] of tags.entries()) {
    if (tag.isEnd || !/^h[2-6]$|^summary$/.test(tag.name)) continue
    const end = tags.slice(index + 1, index + 40).find((each) => each.isEnd && each.name === tag.name)
    if (!end) continue
    const stem = slug(text.slice(tag.to, end.from).replace(/<[^>]*>/g, ''))
    const id = taken.has(stem) ? fresh(stem) : stem
    taken.add(id)
    found.push(id)
  }
  return found
}

/** Ids that stand twice, and links to places that are not there. */
export const targets: SourceCheck = {
  id: 'targets',
  finds: ['duplicate-id', 'dead-target'],
  why: 'A link within the page leads to the one place that has its id; with two such places, or none, readers end up somewhere else, or nowhere.',
  look,
  good: ['<h2>Where it goes</h2><a href="#where-it-goes">x</a><a href="#top">y</a>'],
  bad: [
    {
      html: '<h2 id="a">x</h2>\n<p id="a">y</p>',
      told: ['2 duplicate-id'],
      repaired: '<h2 id="a">x</h2>\n<p id="a-2">y</p>',
    },
    {
      html: '<a href="#Slpe">x</a><h2 id="slope">y</h2>',
      told: ['1 dead-target'],
      repaired: '<a href="#slope">x</a><h2 id="slope">y</h2>',
    },
    { html: '<p><a href="#nowhere">x</a></p>', told: ['1 dead-target'], repaired: '<p>x</p>' },
  ],
}
