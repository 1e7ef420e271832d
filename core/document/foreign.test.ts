import { Transform } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { namedBy, REFERRING } from '../kinds/facts.ts'
import { problemOfPage } from './check.ts'
import { namedBySteps, replaceForeign } from './foreign.ts'
import { pageFromJson, schema } from './schema.ts'

const picture = (item: string, words = ''): object => ({
  type: 'picture',
  attrs: { item, width: 4, height: 3, alt: `A wall of ${item}` },
  content: [{ type: 'caption', ...(words && { content: [{ type: 'text', text: words }] }) }],
})
const question = (id: string): object => ({ type: 'bankQuestion', attrs: { question: id } })
const pageOf = (...blocks: object[]) =>
  pageFromJson({
    type: 'doc',
    content: [{ type: 'title', content: [{ type: 'text', text: 'Walls' }] }, ...blocks, { type: 'paragraph' }],
  })

test('the kinds say which of their settings name something of the course', () => {
  expect([...REFERRING]).toEqual(
    expect.arrayContaining([
      ['item', 'shelf'],
      ['question', 'questions'],
    ]),
  )
  expect(namedBy(schema.nodeFromJSON(picture('p')))).toMatchObject({ to: 'shelf', id: 'p', attribute: 'item' })
  expect(namedBy(schema.node('paragraph'))).toBeNull()
})

test('what steps bring in is named, wherever in them it stands and however often; what they take out or move words of is not', () => {
  const page = pageOf(picture('there'), question('old'))
  const steps = new Transform(page)
    .insert(
      7,
      schema.nodeFromJSON({
        type: 'box',
        content: [
          {
            type: 'columns',
            content: [
              { type: 'column', content: [picture('deep'), picture('deep')] },
              { type: 'column', content: [question('q')] },
            ],
          },
        ],
      }),
    )
    .setNodeAttribute(7, 'tone', 'note').steps
  expect(namedBySteps(steps)).toEqual({ items: ['deep'], questions: ['q'] })
  expect(namedBySteps(new Transform(page).delete(7, page.content.size).steps)).toEqual({ items: [], questions: [] })
  expect(namedBySteps(new Transform(page).setNodeAttribute(7, 'item', 'other').steps)).toEqual({
    items: ['other'],
    questions: [],
  })
  expect(namedBySteps(new Transform(page).setNodeAttribute(7, 'alt', 'a wall').steps)).toEqual({
    items: [],
    questions: [],
  })
  expect(namedBySteps(new Transform(page).insert(3, schema.text('words')).steps)).toEqual({ items: [], questions: [] })
})

test('this course’s own stands in the place of another’s; what may not come along leaves its words, or an empty place', () => {
  const page = pageOf(
    picture('mine'),
    picture('theirs', 'Below'),
    picture('shut', 'Caption'),
    question('q'),
    question('gone'),
  )
  const steps = replaceForeign(page, {
    items: new Map([
      ['theirs', { item: 'copy', width: 4, height: 3 }],
      ['shut', null],
    ]),
    questions: new Map([
      ['q', 'q-copy'],
      ['gone', null],
    ]),
  })
  const after = steps.reduce((now, step) => step.apply(now).doc!, page)
  expect(after.children.slice(1, -1).map((node) => [node.type.name, namedBy(node)?.id ?? node.textContent])).toEqual([
    ['picture', 'mine'],
    ['picture', 'copy'],
    ['paragraph', 'A wall of shut – Caption'],
    ['bankQuestion', 'q-copy'],
    ['bankQuestion', 'none'],
  ])
  expect(after.child(2).textContent).toBe('Below')
  expect(problemOfPage(after)).toBeNull()
  expect(replaceForeign(page, { items: new Map(), questions: new Map() })).toEqual([])
})

test('a labelled picture whose picture may not come along leaves its words and those of its labels', () => {
  const spot = { type: 'spot', content: [{ type: 'partTitle' }, picture('shut', 'Inner')] }
  const page = pageOf({ type: 'labelledPicture', content: [picture('shut', 'Outer'), spot] })
  const steps = replaceForeign(page, { items: new Map([['shut', null]]), questions: new Map() })
  const after = steps.reduce((now, step) => step.apply(now).doc!, page)
  expect(after.children.slice(1, 3).map(({ textContent }) => textContent)).toEqual([
    'A wall of shut – Outer',
    'A wall of shut – Inner',
  ])
  expect(problemOfPage(after)).toBeNull()
})

test('on 150 generated pages nothing foreign is left, what is the course’s own stays, and no other word changes', () => {
  for (let seed = 1; seed <= 150; seed++) {
    const random = new Random(seed)
    let page = pageOf(picture('mine'), picture('theirs'), { type: 'box', content: [picture('shut'), question('q')] })
    for (let round = 0; round < 8; round++)
      for (const step of randomEdit(page, random, () => 'x')?.steps ?? []) page = step.apply(page).doc!
    const ids = (of: typeof page): string[] => {
      const found: string[] = []
      of.descendants((node) => {
        const named = namedBy(node)
        if (named) found.push(named.id)
        return !node.isTextblock
      })
      return found
    }
    const after = replaceForeign(page, {
      items: new Map([
        ['theirs', { item: 'copy', width: 4, height: 3 }],
        ['shut', null],
      ]),
      questions: new Map([['q', null]]),
    }).reduce((now, step) => step.apply(now).doc!, page)
    expect(problemOfPage(after), `seed ${seed}`).toBeNull()
    expect(ids(after), `seed ${seed}`).toEqual(
      ids(page)
        .filter((id) => id !== 'shut')
        .map((id) => (id === 'theirs' ? 'copy' : id === 'q' ? 'none' : id)),
    )
    const words = (of: typeof page): string => of.textContent.replaceAll('A wall of shut', '').replaceAll(' – ', '')
    expect(words(after), `seed ${seed}`).toBe(words(page))
  }
})
