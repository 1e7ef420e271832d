import type { ParserError } from 'parse5'
import { type Scan, scan, type Tag, VOID, type Words } from '../../html/scan.ts'
import { ends, ENDS_PARAGRAPH, isHeading, OPTIONAL, reaches } from './written-rules.ts'

/** An element as it stands in the text: before a parser moves, closes or drops anything. */
export interface Written {
  readonly tag: Tag
  readonly parent: Written | null
  readonly children: Written[]
  /** Its number among the elements of its parent. */
  readonly index: number
  /** Of drawings and formulas, whose elements follow rules of their own. */
  readonly isForeign: boolean
  /** Its own end tag; null where it has none, or something else ended it. */
  end: Tag | null
  /** The tag that ended it though it is not its own; null where its own did, or the end of the text. */
  endedBy: Tag | null
  /** The offset at which it ends. */
  to: number
}

/** An end tag that closes nothing, and what it was meant for: an element that was ended before. */
export interface Stray {
  readonly tag: Tag
  readonly early: Written | null
  /** The heading of another rank that it ends instead. */
  readonly heading: Written | null
}

/** Words as they stand in the text, and what holds them. */
export interface HeldWords extends Words {
  readonly parent: Written | null
}

/** A source as the checks have it. */
export interface Source extends Scan {
  /** What the HTML Standard's tokeniser calls an error, in order. */
  readonly faults: readonly ParserError[]
  /** Each element, in the order of the start tags. */
  readonly elements: readonly Written[]
  readonly strays: readonly Stray[]
  readonly held: readonly HeldWords[]
  /** The elements without a parent. */
  readonly roots: readonly Written[]
}

/** Reads a text for the checks; never throws. */
export function sourceOf(unsafeText: string): Source {
  const faults: ParserError[] = []
  const scanned = scan(unsafeText, (fault) => void faults.push(fault))
  return { ...scanned, faults, ...new Builder(scanned).built() }
}

/** How far up an element is looked for that a start tag, or an end tag, ends: deeper nests are no page's. */
const [DEEPEST, DEEPEST_END] = [400, 5000]

const AMONG_ROWS = /^(table|thead|tbody|tfoot|tr)$/

class Builder {
  readonly #open: Written[] = []
  readonly #elements: Written[] = []
  readonly #strays: Stray[] = []
  readonly #held: HeldWords[] = []
  readonly #roots: Written[] = []
  /** How many elements of a name are open: most end tags that close nothing are seen at once. */
  readonly #openOf = new Map<string, number>()
  /** Ended by something else, the last at the end: an end tag that comes later may be theirs. */
  readonly #early: Written[] = []

  constructor(private readonly scanned: Scan) {}

  built(): Pick<Source, 'elements' | 'strays' | 'held' | 'roots'> {
    const { tags, words, text } = this.scanned
    let next = 0
    for (let at = 0; at <= tags.length; at++) {
      for (; next < words.length && words[next]!.after === at; next++)
        this.#held.push({ ...words[next]!, parent: this.#open.at(-1) ?? null })
      const tag = tags[at]
      if (tag) (tag.isEnd ? this.#ending : this.#starting)(tag)
    }
    for (const each of this.#open) each.to = text.trimEnd().length
    return { elements: this.#elements, strays: this.#strays, held: this.#held, roots: this.#roots }
  }

  readonly #starting = (tag: Tag): void => {
    const isForeign = this.#isForeign() || tag.name === 'svg' || tag.name === 'math'
    if (!isForeign) this.#endWhatItEnds(tag)
    const parent = this.#open.at(-1) ?? null
    const siblings = parent?.children ?? this.#roots
    const made: Written = {
      ...{ tag, parent, children: [], index: siblings.length, isForeign },
      ...{ end: null, endedBy: null, to: tag.to },
    }
    this.#elements.push(made)
    siblings.push(made)
    const isClosed = isForeign && this.scanned.text.endsWith('/>', tag.to)
    if (VOID.has(tag.name) || isClosed) return
    this.#open.push(made)
    this.#count(tag.name, 1)
  }

  readonly #ending = (tag: Tag): void => {
    if (VOID.has(tag.name)) {
      this.#strays.push({ tag, early: null, heading: null })
      return
    }
    const at = this.#openOf.has(tag.name) ? this.#find(({ name }) => name === tag.name, tag.name) : -1
    if (at >= 0) {
      const own = this.#open[at]!
      this.#close(at + 1, tag)
      this.#open.length = at
      this.#count(tag.name, -1)
      own.end = tag
      own.to = tag.to
      return
    }
    const other = isHeading(tag.name) ? this.#find(({ name }) => isHeading(name), tag.name) : -1
    const early = this.#early.findLastIndex(({ tag: { name } }) => name === tag.name)
    this.#strays.push({
      tag,
      early: early < 0 || other >= 0 ? null : this.#early[early]!,
      heading: this.#open[other] ?? null,
    })
    if (other >= 0) this.#close(other, tag)
    else if (early >= 0) this.#early.splice(early, 1)
  }

  /** Ends what is open from a place on: by a tag that is not its own. */
  #close(from: number, by: Tag): void {
    for (const each of this.#open.splice(from).reverse()) {
      each.endedBy = by
      this.#count(each.tag.name, -1)
      each.to = by.from
      if (!OPTIONAL.has(each.tag.name) || each.tag.name === 'p') this.#early.push(each)
    }
    if (this.#early.length > DEEPEST) this.#early.splice(0, this.#early.length - DEEPEST)
  }

  #count(name: string, by: number): void {
    const count = (this.#openOf.get(name) ?? 0) + by
    if (count > 0) this.#openOf.set(name, count)
    else this.#openOf.delete(name)
  }

  #endWhatItEnds(tag: Tag): void {
    const last = this.#open.at(-1)?.tag.name
    if (last && ((last === 'p' && ENDS_PARAGRAPH.has(tag.name)) || (isHeading(last) && isHeading(tag.name))))
      this.#close(this.#open.length - 1, tag)
    // A table among the rows of another ends that.
    if (last && tag.name === 'table' && AMONG_ROWS.test(last))
      this.#close(
        this.#open.findLastIndex((each) => each.tag.name === 'table'),
        tag,
      )
    // A row ends the cell before it, then the row before it.
    for (let at = this.#endedBy(tag.name); at >= 0; at = this.#endedBy(tag.name)) this.#close(at, tag)
  }

  #endedBy(name: string): number {
    const rule = ends(name)
    if (!rule) return -1
    for (let at = this.#open.length - 1; at >= Math.max(0, this.#open.length - DEEPEST); at--) {
      const open = this.#open[at]!.tag.name
      if (rule.ended.has(open)) return at
      if (rule.stops(open)) return -1
    }
    return -1
  }

  /** The innermost open element that an end tag of this name reaches. */
  #find(isIt: (tag: Tag) => boolean, name: string): number {
    for (let at = this.#open.length - 1; at >= Math.max(0, this.#open.length - DEEPEST_END); at--) {
      const { tag } = this.#open[at]!
      if (isIt(tag)) return at
      if (!reaches(name, tag.name)) return -1
    }
    return -1
  }

  #isForeign(): boolean {
    const holder = this.#open.at(-1)
    return (
      holder !== undefined &&
      holder.isForeign &&
      !/^(foreignobject|desc|title|annotation-xml|m[ions]|mtext)$/.test(holder.tag.name)
    )
  }
}
