import type { Node, Slice } from 'prosemirror-model'
import { Mapping, type Step, type StepMap, Transform } from 'prosemirror-transform'

declare module 'prosemirror-transform' {
  interface Mapping {
    /** Not in the published types, though collaborative editing needs it: says that two maps undo each other. */
    // eslint-disable-next-line @typescript-eslint/method-signature-style -- added to a class, whose methods are such
    setMirror(first: number, second: number): void
  }
}

/** A change of one's own that the server has not taken yet, with what undoes it. */
export interface LocalStep {
  readonly step: Step
  readonly inverted: Step
}

/** What two people's changes left without a place: kept, and offered back. */
export interface SetAside {
  /** `mine`: written here, where the others deleted. `theirs`: written by others inside what is deleted here. */
  readonly whose: 'mine' | 'theirs'
  readonly slice: Slice
}

export interface Rebased {
  /** From the local page (all local steps applied) to the new one: undo local, apply remote, redo local. */
  readonly transform: Transform
  readonly local: readonly LocalStep[]
  /** For each step of `local` its place among the steps that were handed in: what is missing was dropped. */
  readonly sources: readonly number[]
  readonly setAside: readonly SetAside[]
}

/**
 * Moves the local steps over remote ones that came first. A local step that no longer has a place is dropped, as
 * operational transformation must; what was written in it is not: it comes back in `setAside`. The same holds for what
 * others wrote inside a passage that a local step deletes. An editor hands in its transaction as `transform`; its
 * mapping then knows which steps are each other's mirror, as undo needs. The first `taken` local steps are undone and
 * not redone: the remote ones are what became of them.
 */
export function rebase(
  localPage: Node,
  local: readonly LocalStep[],
  remote: readonly Step[],
  transform = new Transform(localPage),
  taken = 0,
): Rebased {
  const { mapping } = transform
  for (const { inverted } of local.toReversed()) transform.step(inverted)
  for (const step of remote) transform.step(step)
  const remotePage = transform.doc

  const kept: LocalStep[] = []
  const sources: number[] = []
  for (let index = taken; index < local.length; index++) {
    const undone = local.length - 1 - index
    const mapped = local[index]!.step.map(mapping.slice(undone + 1))
    const before = transform.doc
    if (mapped && !transform.maybeStep(mapped).failed) {
      mapping.setMirror(undone, transform.steps.length - 1)
      kept.push({ step: mapped, inverted: mapped.invert(before) })
      sources.push(index)
    }
  }
  const mine = insertedRanges(local.map(({ step }) => step.getMap()))
  const theirs = insertedRanges(remote.map((step) => step.getMap()))
  const setAside = [
    ...lostWords('mine', mine, localPage, mapping),
    ...lostWords('theirs', theirs, remotePage, mapping.slice(local.length + remote.length)),
  ]
  return { transform, local: kept, sources, setAside }
}

/**
 * The same steps where they belong on `page`, which others have brought on by `since` from the page the steps were
 * written on; those without a place are left out. This is what `rebase` makes of them, by positions alone: the server
 * moves late batches so, at the cost of the steps that came first and not of the page.
 */
export function moveOver(page: Node, local: readonly Step[], since: readonly StepMap[]): { page: Node; steps: Step[] } {
  const mapping = new Mapping([...local.toReversed().map((step) => step.getMap().invert()), ...since])
  const steps: Step[] = []
  let now = page
  for (const [index, step] of local.entries()) {
    const undone = local.length - 1 - index
    const mapped = step.map(mapping.slice(undone + 1))
    const next = mapped?.apply(now).doc
    if (!mapped || !next) continue
    mapping.appendMap(mapped.getMap(), undone)
    steps.push(mapped)
    now = next
  }
  return { page: now, steps }
}

/** The words of a page that the one steps take away and the others, meant to do the same, do not. */
export function lostByOne(page: Node, steps: readonly Step[], others: readonly Step[]): SetAside[] {
  const [taking, leaving] = [steps, others].map((each) => new Mapping(each.map((step) => step.getMap())))
  return lostWords('theirs', [[0, page.content.size]], page, taking!, leaving)
}

/** What local steps wrote and still stands in their page: the passages with words. */
export function writtenBy(localPage: Node, local: readonly LocalStep[]): Slice[] {
  return insertedRanges(local.map(({ step }) => step.getMap()))
    .filter(([from, to]) => localPage.textBetween(from, to, ' ', ' ').trim() !== '')
    .map(([from, to]) => localPage.slice(from, to))
}

type Range = readonly [from: number, to: number]

/** Ranges of the last page that the steps of these maps inserted and that still stand, in order. */
function insertedRanges(maps: readonly StepMap[]): Range[] {
  let ranges: Range[] = []
  for (const map of maps) {
    ranges = ranges.flatMap((range) => standing(range, map))
    map.forEach((_oldStart, _oldEnd, from, to) => {
      if (to > from) ranges.push([from, to])
    })
  }
  return joined(ranges.sort((a, b) => a[0] - b[0]))
}

/** Ranges that touch or overlap as one: letters typed one by one are a passage. */
function joined(sorted: readonly Range[]): Range[] {
  const found: [number, number][] = []
  for (const [from, to] of sorted) {
    const last = found.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else found.push([from, to])
  }
  return found
}

/** What is left of a range after a step: cut where the step deleted or inserted inside it. */
function standing([from, to]: Range, map: StepMap): Range[] {
  const cuts = [from]
  map.forEach((oldStart, oldEnd) => {
    for (const cut of [oldStart, oldEnd]) if (cut > from && cut < to) cuts.push(cut)
  })
  cuts.push(to)
  const parts: Range[] = []
  for (let at = 0; at + 1 < cuts.length; at++) {
    const part: Range = [map.map(cuts[at]!, 1), map.map(cuts[at + 1]!, -1)]
    if (part[1] > part[0]) parts.push(part)
  }
  return parts
}

/**
 * The written ranges of `page` whose words have no place in the result, whatever took it from them. Each position
 * is followed through the mapping, where a step that was redone gives back what its undoing took (its mirror).
 * Words that a dropped step had only written anew may be offered back though they stand: too much, never too little.
 */
function lostWords(
  whose: SetAside['whose'],
  written: readonly Range[],
  page: Node,
  mapping: Mapping,
  unlessBy?: Mapping,
): SetAside[] {
  const lost: [number, number][] = []
  for (const [from, to] of written)
    for (let at = from; at < to; at++) {
      if (!mapping.mapResult(at, 1).deleted || unlessBy?.mapResult(at, 1).deleted) continue
      const last = lost.at(-1)
      if (last?.[1] === at) last[1] = at + 1
      else lost.push([at, at + 1])
    }
  const found: SetAside[] = []
  for (const [from, to] of lost)
    if (page.textBetween(from, to, ' ', ' ').trim() !== '') found.push({ whose, slice: page.slice(from, to) })
  return found
}
