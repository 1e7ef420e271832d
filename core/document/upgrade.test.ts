import { readdirSync, readFileSync } from 'node:fs'
import { Fragment, type Node, Slice } from 'prosemirror-model'
import { Step, Transform } from 'prosemirror-transform'
import { describe, expect, test } from 'vitest'
import type { NodeJson } from '../kinds/kind.ts'
import type { Upgrade } from '../kinds/upgrade.ts'
import { SCHEMA_VERSION, upgrades } from '../kinds/upgrades.ts'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { problemOfPage } from './check.ts'
import { replayOld } from './old-epoch.ts'
import { pageFromJson, schema } from './schema.ts'
import { keepsPositions, upgraded, upgradedSteps, upgradesFrom } from './upgrade.ts'
import { upgradedWork } from './upgrade-work.ts'

const pageOf = (...blocks: readonly object[]): NodeJson => ({
  type: 'doc',
  content: [{ type: 'title', content: [{ type: 'text', text: 'Walls' }] }, ...(blocks as NodeJson[])],
})
const copy = <T>(json: T): T => JSON.parse(JSON.stringify(json)) as T

test('every file of upgrades is in the registry, every upgrade has a name of its own', () => {
  const files = readdirSync(new URL('../kinds', import.meta.url), { recursive: true, encoding: 'utf8' }).filter(
    (name) => /[/\\]upgrades\.ts$/.test(name),
  )
  const exported = files.flatMap((name) => [
    ...readFileSync(new URL(`../kinds/${name}`, import.meta.url), 'utf8').matchAll(/export const (\w+): Upgrade\b/g),
  ])
  expect(exported.length).toBe(upgrades.length)
  expect(new Set(upgrades.map(({ name }) => name)).size).toBe(upgrades.length)
  expect(SCHEMA_VERSION).toBe(upgrades.length + 1)
})

describe.each(upgrades.map((upgrade, at) => ({ ...upgrade, version: at + 1 })))(
  '$name',
  ({ version, examples, keepsPositions: keeps }) => {
    test.each(examples)('example %#', ({ before, after }) => {
      expect(upgraded([before], version, version + 1)).toEqual(after)
      // Wherever it stands: in a page, in a list, in a slice, in a question.
      expect(upgraded(pageOf(before), version, version + 1)).toEqual(pageOf(...after))
      expect(
        upgraded(
          { prompt: pageOf(before), hints: [pageOf(before)], answer: { sort: 'number', whenRight: pageOf(before) } },
          version,
          version + 1,
        ),
      ).toEqual({
        prompt: pageOf(...after),
        hints: [pageOf(...after)],
        answer: { sort: 'number', whenRight: pageOf(...after) },
      })
      expect(
        upgraded({ content: [{ type: 'box', content: [before] }], openStart: 1, openEnd: 0 }, version, version + 1),
      ).toEqual({ content: [{ type: 'box', content: after }], openStart: 1, openEnd: 0 })
      // What comes out at the end is content of today.
      const now = pageFromJson(upgraded(pageOf(before), version))
      expect(problemOfPage(now)).toBeNull()
      expect(upgraded(now.toJSON(), SCHEMA_VERSION)).toEqual(now.toJSON())
    })

    test('positions mean the same after it, if it says so', () => {
      if (!keeps) return expect(keepsPositions(version)).toBe(false)
      const size = (json: NodeJson): number =>
        (json.text?.length ?? 0) +
        (json.text === undefined ? 2 : 0) +
        (json.content ?? []).reduce((sum, child) => sum + size(child), 0)
      for (const { before, after } of examples) expect(after.map(size)).toEqual([size(before)])
    })
  },
)

test('content of an unknown version is refused, not guessed at', () => {
  for (const version of [0, -1, 1.5, NaN, SCHEMA_VERSION + 1])
    expect(() => upgraded({}, version), String(version)).toThrow(RangeError)
})

/* Content as it was before the width of a picture had its name. */
const oldPicture = (share: number, alt = 'A wall'): NodeJson => ({
  type: 'picture',
  attrs: { item: 'wall', width: 4, height: 3, alt, description: '', share, align: 'center' },
  content: [{ type: 'caption' }],
})

/** A page of today with pictures, and edits of it, told as version 1 would have told them. */
const asVersionOne = (json: unknown): unknown =>
  JSON.parse(JSON.stringify(json).replaceAll('"widthPercent"', '"share"'))

const schemaStep = (page: Node, step: unknown): Node => new Transform(page).step(Step.fromJSON(schema, step)).doc

test('steps of 200 generated histories with pictures lead to the same page, read one by one and by the sizes of things', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const random = new Random(seed)
    let page = pageFromJson(
      upgraded(
        pageOf(
          oldPicture(50),
          { type: 'paragraph', content: [{ type: 'text', text: 'Between.' }] },
          { type: 'box', content: [oldPicture(30)] },
        ),
        1,
      ),
    )
    const start = page
    const batches: unknown[][] = []
    for (let round = 0; round < 12; round++) {
      const transform = new Transform(page)
      const pictures: number[] = []
      page.descendants((node, position) => void (node.type.name === 'picture' && pictures.push(position)))
      if (pictures.length > 0 && random.below(2) === 0)
        transform.setNodeAttribute(random.pick(pictures), 'widthPercent', 5 + random.below(90))
      else if (random.below(3) === 0)
        transform.insert(page.child(0).nodeSize, schema.nodeFromJSON(upgraded(oldPicture(5 + random.below(90)), 1)))
      else for (const step of randomEdit(page, random, () => 'x')?.steps ?? []) transform.step(step)
      batches.push(transform.steps.map((step) => copy(step.toJSON() as unknown)))
      page = transform.doc
    }
    const old = batches.map((steps) => asVersionOne(steps) as unknown[])
    let now = start
    for (const steps of old) for (const step of upgradedSteps(now, steps, 1)) now = schemaStep(now, step)
    expect(now.eq(page), `seed ${seed}`).toBe(true)
    const replayed = pageFromJson(
      replayOld(
        asVersionOne(start.toJSON()),
        1,
        old.map((steps) => ({ schemaVersion: 1, steps })),
      ),
    )
    expect(replayed.eq(page), `seed ${seed}, by sizes`).toBe(true)
  }
})

test('a setting of the same name on another kind is left alone', () => {
  const page = pageFromJson(pageOf({ type: 'box', attrs: { tone: 'note' }, content: [{ type: 'paragraph' }] }))
  const step = { stepType: 'attr', pos: 7, attr: 'tone', value: 'warning' }
  expect(page.nodeAt(7)?.type.name).toBe('box')
  expect(upgradedSteps(page, [step], 1)).toEqual([step])
})

test('unsent work of an older version goes on; work that others had moved is left to its words', () => {
  const page = pageFromJson(upgraded(pageOf(oldPicture(50), { type: 'paragraph' }), 1))
  const insert = { stepType: 'replace', from: 7, to: 7, slice: { content: [oldPicture(20)] } }
  const set = { stepType: 'attr', pos: 7, attr: 'share', value: 75 }
  const work = { base: 3, sent: { id: 'sent', base: 3, steps: [insert], moved: null }, waiting: [set] }
  const now = upgradedWork(work, 1, page)!
  expect(now).toMatchObject({
    base: 3,
    sent: { id: 'sent', steps: [{ slice: { content: [{ attrs: { widthPercent: 20 } }] } }] },
    waiting: [{ attr: 'widthPercent', value: 75 }],
  })
  expect([...now.sent!.steps, ...now.waiting].reduce<Node>(schemaStep, page).child(1).attrs.widthPercent).toBe(75)
  expect(upgradedWork({ ...work, sent: { ...work.sent, moved: [insert] } }, 1, page)).toBeNull()
})

/*
 * An upgrade that changes positions, made up for this test: quotations were once a line of words, called “saying”, and
 * are blocks now; a mark “shout” was what is strong now; an “ornament” is gone.
 */
const made: readonly Upgrade[] = [
  ...upgrades,
  {
    name: 'saying',
    kind: 'saying',
    node: ({ content = [] }) => [{ type: 'quotation', content: [{ type: 'paragraph', content }] }],
    keepsPositions: false,
    oldShapes: { saying: { holds: 'text' } },
    examples: [],
  },
  {
    name: 'ornament',
    kind: 'ornament',
    node: () => [],
    keepsPositions: false,
    oldShapes: { ornament: { holds: 'nothing' } },
    examples: [],
  },
  { name: 'shout', kind: 'shout', mark: () => ({ type: 'strong' }), keepsPositions: true, examples: [] },
]

test('a page of an old epoch is put together from steps that no kind of today could read', () => {
  const text = (words: string, ...marks: string[]): object => ({
    type: 'text',
    text: words,
    ...(marks.length > 0 && { marks: marks.map((type) => ({ type })) }),
  })
  const start = pageOf(
    { type: 'saying', content: [text('One on two.')] },
    { type: 'ornament' },
    { type: 'paragraph', content: [text('End.')] },
  )
  const batches = [
    // Version 1: words into the saying, and a picture by its old setting.
    {
      schemaVersion: 1,
      steps: [
        { stepType: 'replace', from: 19, to: 19, slice: { content: [text(' Two on one.', 'shout')] } },
        { stepType: 'replace', from: 7, to: 7, slice: { content: [oldPicture(40)] } },
      ],
    },
    // Version 2: the same picture by its new one.
    { schemaVersion: 2, steps: [{ stepType: 'attr', pos: 7, attr: 'widthPercent', value: 45 }] },
    // Version 3: sayings are quotations by now, ornaments are still there.
    {
      schemaVersion: 3,
      steps: [{ stepType: 'replace', from: 11, to: 11, slice: { content: [{ type: 'ornament' }] } }],
    },
  ]
  const now = replayOld(start, 1, batches, made) as NodeJson
  const blocks = now.content!.slice(1)
  expect(blocks.map(({ type }) => type)).toEqual(['picture', 'quotation', 'paragraph'])
  expect(blocks[0]!.attrs).toMatchObject({ item: 'wall', widthPercent: 45 })
  expect(JSON.stringify(blocks[1])).toContain('" Two on one.","marks":[{"type":"strong"')
  expect(problemOfPage(pageFromJson(now))).toBeNull()
  expect(keepsPositions(1, made)).toBe(false)
  expect(keepsPositions(4, made)).toBe(true)
  expect(upgradesFrom(3, 4, made).map(({ name }) => name)).toEqual(['ornament'])
})

test('a slice is read like the page it was cut from', () => {
  const slice = new Slice(Fragment.from(schema.nodeFromJSON(upgraded(oldPicture(35), 1))), 0, 0)
  expect(upgraded(asVersionOne(slice.toJSON()), 1)).toEqual(slice.toJSON())
})
