import { Step, Transform } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { applyUnsafeSteps, changedRanges, problemIn, problemOfPage } from './check.ts'
import { MOST_DEPTH, TITLE_LENGTH } from './limits.ts'
import { emptyPage, schema } from './schema.ts'

const page = emptyPage('Walls')
const insert = (at: number, ...content: unknown[]): unknown => ({
  stepType: 'replace',
  from: at,
  to: at,
  slice: { content },
})
const text = (words: string): unknown => ({ type: 'text', text: words })
const nested = (depth: number): unknown => {
  let inner: unknown = { type: 'paragraph' }
  for (let level = 0; level < depth; level++) inner = { type: 'quotation', content: [inner] }
  return inner
}

test.each([
  ['a batch that is no list', {}, 'expected form'],
  ['no steps', [], 'expected form'],
  ['position 2.5', [{ stepType: 'replace', from: 2.5, to: 3 }], 'expected form'],
  ['a position outside', [insert(4000, text('x'))], 'does not fit'],
  ['a node nobody knows', [insert(7, { type: 'script' })], 'does not fit'],
  ['a step on the document', [{ stepType: 'docAttr', attr: 'x', value: 1 }], 'expected form'],
  ['NUL', [insert(8, text('a\u0000b'))], 'control character'],
  ['a lone surrogate', [insert(8, text('\ud83e'))], 'lone surrogate'],
  ['3,000 nested quotations', [insert(7, nested(3000))], 'levels deep'],
  ['33 nested quotations', [insert(7, nested(MOST_DEPTH))], 'levels deep'],
  ['a paragraph in the title', [insert(1, { type: 'paragraph' })], 'does not fit'],
  ['bold in the title', [insert(1, { type: 'text', text: 'x', marks: [{ type: 'strong' }] })], 'does not fit'],
  ['a title of 10,000 characters', [insert(1, text('x'.repeat(10_000)))], `at most ${TITLE_LENGTH}`],
  ['a page without a title', [{ stepType: 'replace', from: 0, to: 7 }], 'does not fit'],
  [
    'a script address',
    [insert(8, { type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:x' } }] })],
    'The href of a link',
  ],
  [
    'an attribute of nobody',
    [insert(7, { type: 'box', attrs: { ground: 'url(x)' }, content: [{ type: 'paragraph' }] })],
    'The ground of a box',
  ],
  [
    'a value no attribute takes',
    [
      { stepType: 'replace', from: 7, to: 9, slice: { content: [{ type: 'heading' }] } },
      { stepType: 'attr', pos: 7, attr: 'level', value: 9 },
    ],
    'level',
  ],
])('%s is refused with a sentence', (_name, steps, sentence) => {
  const result = applyUnsafeSteps(page, steps)
  expect(result.ok).toBe(false)
  expect(result.ok ? '' : result.reason).toContain(sentence)
  expect(result.ok ? '' : result.reason).toMatch(/\.$/)
})

test('an attribute nobody knows is not kept', () => {
  const result = applyUnsafeSteps(page, [{ stepType: 'attr', pos: 7, attr: 'onclick', value: 'x' }])
  expect(result.ok && result.page.eq(page)).toBe(true)
})

test('a wrap that makes what it encloses too deep is refused', () => {
  const deep = schema.nodeFromJSON({ type: 'doc', content: [{ type: 'title' }, nested(MOST_DEPTH - 1)] })
  expect(problemOfPage(deep)).toBeNull()
  const transform = new Transform(deep)
  const range = deep.resolve(3).blockRange(deep.resolve(deep.content.size - 1))!
  transform.wrap(range, [{ type: schema.nodes.box }])
  expect(
    applyUnsafeSteps(
      deep,
      transform.steps.map((step) => step.toJSON() as unknown),
    ).ok,
  ).toBe(false)
})

/** A step of random numbers and content, as nobody's editor would send it. */
function forgedStep(random: Random, size: number): unknown {
  const from = random.below(size + 1)
  const to = Math.min(size, from + random.below(8))
  const content = random.pick([
    [],
    [{ type: 'text', text: 'x' }],
    [{ type: 'paragraph' }],
    [{ type: 'listItem' }],
    [{ type: 'tableCell', content: [{ type: 'paragraph' }] }],
    [{ type: 'box', content: [{ type: 'text', text: 'in' }] }],
    [{ type: 'title' }],
    [nested(20)],
    [{ type: 'heading', attrs: { level: random.below(9) } }],
  ])
  const open = random.below(2)
  return random.pick([
    { stepType: 'replace', from, to, slice: { content, openStart: open, openEnd: open } },
    { stepType: 'replace', from, to },
    {
      stepType: 'replaceAround',
      from,
      to,
      gapFrom: from + random.below(2),
      gapTo: to - random.below(2),
      insert: random.below(3),
      slice: { content, openStart: 0, openEnd: 0 },
    },
    {
      stepType: 'addMark',
      from,
      to,
      mark: random.pick([
        { type: 'strong' },
        { type: 'link', attrs: { href: 'data:x' } },
        { type: 'link', attrs: { href: '#a' } },
      ]),
    },
    { stepType: 'addNodeMark', pos: from, mark: { type: 'strong' } },
    {
      stepType: 'attr',
      pos: from,
      attr: random.pick(['level', 'ground', 'colspan', 'start']),
      value: random.pick([2, 3, 99, '#efe6d3', null]),
    },
  ])
}

test('the partial check agrees with the full check on batches of several steps, honest and forged', () => {
  let wrong = 0
  for (let seed = 1; seed <= 800; seed++) {
    const random = new Random(seed)
    let now = emptyPage('Walls')
    for (let batch = 0; batch < 12; batch++) {
      const steps: Step[] = []
      let next = now
      for (let count = 1 + random.below(4); count > 0; count--) {
        try {
          const made = random.below(3)
            ? [...(randomEdit(next, random, () => 'x')?.steps ?? [])]
            : [Step.fromJSON(schema, forgedStep(random, next.content.size))]
          for (const step of made) {
            const result = step.apply(next)
            if (!result.doc) break
            next = result.doc
            steps.push(step)
          }
        } catch {
          continue
        }
      }
      const [partial, full] = [problemIn(next, changedRanges(steps)), problemOfPage(next)]
      expect(
        partial === null,
        `seed ${seed}, batch ${batch}: ${partial} against ${full}\n${JSON.stringify(steps)}`,
      ).toBe(full === null)
      if (full === null) {
        now = next
        now.check()
      } else wrong++
    }
  }
  expect(wrong).toBeGreaterThan(5)
})
