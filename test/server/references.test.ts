import { afterAll, beforeAll, expect, test } from 'vitest'
import { passageFromJson } from '../../core/document/passage.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { pageFromJson } from '../../core/document/schema.ts'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { blankQuestion, textsOf } from '../../core/questions/question.ts'
import { makeSchool } from './setup/factories.ts'
import { visitor } from './setup/visitor.ts'
import { Random } from '../shared/random-edits.ts'
import { useFreshDatabase } from './setup/database.ts'

/*
 * Rights hold for what content refers to. Ids of every sort that somebody may have seen or guessed are planted in
 * content, and each consumer of content is run: nothing of what they name may come out.
 */
await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { rewritePost, writePost } = await import('../../server/discussions/discussion.server.ts')
const { gather } = await import('../../server/transfers/gather.server.ts')
const { keepBytes } = await import('../../server/shelf/bytes.server.ts')
const { findItemAccess, insertShelfItem } = await import('../../server/shelf/queries.server.ts')
const { saveTemplate, makeFromTemplate } = await import('../../server/templates/templates.server.ts')
const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
const { currentTree, dropTree } = await import('../../server/documents/trees.server.ts')
const { findQuestion, insertQuestion } = await import('../../server/questions/queries.server.ts')
const { addQuestion, keepQuestion } = await import('../../server/questions/bank.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')

const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)

/**
 * Everything that must not come out of the course “course”: of another course, handed in, deleted, and (to students)
 * not published.
 */
const FOREIGN = ['elsewhere', 'handed-in', 'deleted', 'nowhere'] as const

const picture = (item: string): object => ({
  type: 'picture',
  attrs: { item, width: 1, height: 1, alt: item, description: '', widthPercent: 100, align: 'center' },
  content: [{ type: 'caption' }],
})
const pageWith = (items: readonly string[]) =>
  pageFromJson({
    type: 'doc',
    content: [{ type: 'title', content: [{ type: 'text', text: 'Planted' }] }, ...items.map(picture)],
  })
const passageWith = (item: string): object => ({
  type: 'passage',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: 'look' }] }, picture(item)],
})

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await transaction(async (db) => {
    let byte = 0
    const add = async (id: string, courseId: string, personId: string, isContribution = false): Promise<void> => {
      const hash = await keepBytes(db, Buffer.concat([PIXEL, Buffer.from([byte++])]))
      await insertShelfItem(db, {
        id,
        courseId,
        hash,
        name: `${id}.png`,
        mediaType: 'image/png',
        width: 1,
        height: 1,
        isReady: true,
        isContribution,
        personId,
      })
    }
    await add('own', 'course', 'author')
    await add('unpublished', 'course', 'author')
    await add('elsewhere', 'other', 'outsider')
    await add('handed-in', 'course', 'student', true)
    await add('deleted', 'course', 'author')
    await db.query(`update shelf_items set deleted_at = now() where id = 'deleted'`)
    await createDocument(db, 'course', 'planted', pageWith(['own', ...FOREIGN]))
    for (const id of ['talk', 'closed']) await createDocument(db, 'course', id, 'Talk')
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    await insertEntries(db, 'course', [
      { id: 'planted', parentId: 'unit', kind: 'page', title: 'Planted', documentId: 'planted' },
      { id: 'talk', parentId: 'unit', kind: 'discussion', title: 'Talk', documentId: 'talk' },
      { id: 'closed', parentId: 'unit', kind: 'discussion', title: 'Closed', documentId: 'closed' },
    ])
    await db.query(`insert into courses (id, title) values ('third', 'Third')`)
    await db.query(`insert into memberships values ('third', 'author', 'author')`)
    await db.query(
      `insert into plan_entries (id, course_id, kind, title, position)
        values ('third-unit', 'third', 'unit', 'Unit', 0)`,
    )
  })
  for (const id of ['planted', 'talk', 'closed']) await publish(id, 'author', { note: '', version: 0 })
})
afterAll(() => pool.end())

test('publishing shows readers none of them', async () => {
  const { rows } = await pool.query(`select item_id from edition_items where document_id = 'planted'`)
  expect(rows).toEqual([{ item_id: 'own' }])
  for (const item of FOREIGN) expect((await findItemAccess(pool, item, 'guest'))?.isReached ?? false, item).toBe(false)
})

test('taking a page out brings out none of them, in whatever variant', async () => {
  for (const variant of ['written', 'published'] as const)
    for (const areOriginals of [true, false]) {
      const gathered = await gather(
        { id: 'course', language: 'en', direction: 'ltr' },
        'planted',
        variant,
        areOriginals,
        () => Promise.resolve(),
      )
      expect(gathered.ok && [...gathered.book.pictures.keys()]).toEqual(['own'])
    }
})

test('a template carries none of them into another course', async () => {
  const kept = await saveTemplate('course', 'author', {
    entryId: 'planted',
    name: 'Planted',
    description: '',
    visibility: 'everyone',
    blanks: [],
  })
  if (!kept.ok) throw new Error(kept.reason)
  const made = await makeFromTemplate({ id: 'third', language: 'en' }, 'author', {
    templateId: kept.id,
    afterId: 'third-unit',
    title: 'Made',
    values: {},
  })
  expect(made.ok).toBe(true)
  const { rows } = await pool.query(`select s.name from shelf_items s where s.course_id = 'third'`)
  expect(rows).toEqual([{ name: 'own.png' }])
})

/** A page with ids of every sort in every sort of place, as somebody might put together by hand. */
function plantedPage(random: Random): { page: ReturnType<typeof pageFromJson>; own: boolean } {
  const held = (block: object, depth: number): object => {
    if (depth === 0) return block
    const inner = held(block, depth - 1)
    return random.pick([
      () => ({ type: 'box', content: [inner] }),
      () => ({ type: 'quotation', content: [inner] }),
      () => ({
        type: 'columns',
        content: [
          { type: 'column', content: [inner] },
          { type: 'column', content: [{ type: 'paragraph' }] },
        ],
      }),
      () => ({ type: 'reveal', content: [{ type: 'partTitle', content: [{ type: 'text', text: 'More' }] }, inner] }),
      () => ({ type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }, inner] }] }),
    ])()
  }
  const items = Array.from({ length: 1 + random.below(5) }, () => random.pick(['own', ...FOREIGN]))
  const page = pageFromJson({
    type: 'doc',
    content: [
      { type: 'title', content: [{ type: 'text', text: 'Planted' }] },
      ...items.map((item) => held(picture(item), random.below(4))),
    ],
  })
  page.check()
  return { page, own: items.includes('own') }
}

test('wherever in a page they are planted: of 60 generated pages none brings out what is not its course’s', async () => {
  for (let seed = 1; seed <= 60; seed++) {
    const id = `generated-${seed}`
    const { page, own } = plantedPage(new Random(seed))
    await transaction(async (db) => {
      await createDocument(db, 'course', id, page)
      await insertEntries(db, 'course', [{ id, parentId: 'unit', kind: 'page', title: id, documentId: id }])
    })
    expect(await publish(id, 'author', { note: '', version: 0 }), id).toMatchObject({ ok: true })
    const shown = (
      await pool.query<{ item_id: string }>('select item_id from edition_items where document_id = $1', [id])
    ).rows.map((row) => row.item_id)
    expect(shown, id).toEqual(own ? ['own'] : [])
    const gathered = await gather({ id: 'course', language: 'en', direction: 'ltr' }, id, 'published', true, () =>
      Promise.resolve(),
    )
    expect(gathered.ok && [...gathered.book.pictures.keys()], id).toEqual(own ? ['own'] : [])
    const kept = await saveTemplate('course', 'author', {
      entryId: id,
      name: id,
      description: '',
      visibility: 'everyone',
      blanks: [],
    })
    expect(
      kept.ok &&
        (
          await makeFromTemplate({ id: 'third', language: 'en' }, 'author', {
            templateId: kept.id,
            afterId: 'third-unit',
            title: id,
            values: {},
          })
        ).ok,
      id,
    ).toBe(true)
  }
  expect((await pool.query(`select s.name from shelf_items s where s.course_id = 'third'`)).rows).toEqual([
    { name: 'own.png' },
  ])
  for (const item of FOREIGN) expect((await findItemAccess(pool, item, 'guest'))?.isReached ?? false, item).toBe(false)
})

test('what is pasted from another course becomes this course’s own when the writer may write there, else its words', async () => {
  await transaction(async (db) => {
    const hash = await keepBytes(db, Buffer.concat([PIXEL, Buffer.from('of the third')]))
    await insertShelfItem(db, {
      id: 'of-third',
      courseId: 'third',
      hash,
      name: 'of-third.png',
      mediaType: 'image/png',
      width: 1,
      height: 1,
      isReady: false,
      isContribution: false,
      personId: 'author',
    })
    for (const [id, courseId] of [
      ['their-question', 'other'],
      ['my-question', 'third'],
    ] as const) {
      const content = { ...blankQuestion('one', () => 'c'), prompt: passageWith('of-third') }
      await insertQuestion(db, courseId, null, courseId === 'other' ? 'outsider' : 'author', {
        id,
        title: id,
        kind: 'one',
        content: JSON.stringify(content),
        words: 'look',
      })
    }
    await createDocument(db, 'course', 'pasted', 'Pasted')
  })
  const question = (id: string): object => ({ type: 'bankQuestion', attrs: { question: id } })
  const content = [
    ...['own', 'of-third', 'elsewhere', 'handed-in', 'nowhere'].map(picture),
    question('my-question'),
    question('their-question'),
  ]
  const answer = await acceptBatch('pasted', 'author', {
    id: 'paste',
    base: 0,
    client: 'tab',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'replace', from: 8, to: 8, slice: { content } }],
  })
  expect(answer).toMatchObject({
    status: 'taken',
    note: expect.stringMatching(/^2 pictures were left out.*A question was left out/),
  })
  const tree = (await currentTree(pool, 'pasted'))!
  const blocks = tree.page.content.content.slice(1, -1)
  expect(blocks.map(({ type, textContent }) => [type.name, textContent])).toEqual([
    ['picture', ''],
    ['picture', ''],
    ['paragraph', 'elsewhere'],
    ['paragraph', 'handed-in'],
    ['picture', ''],
    ['bankQuestion', ''],
    ['bankQuestion', ''],
  ])
  const copy = String(blocks[1]!.attrs.item)
  expect((await pool.query(`select course_id, name from shelf_items where id = $1::text`, [copy])).rows).toEqual([
    { course_id: 'course', name: 'of-third.png' },
  ])
  expect(
    (await pool.query(`select 1 from graphile_worker.jobs where key = $1::text`, ['renditions-' + copy])).rowCount,
    'a copy whose renditions are not made yet gets its own',
  ).toBe(1)
  expect(blocks[6]!.attrs.question).toBe('none')
  const copied = await findQuestion(pool, 'course', String(blocks[5]!.attrs.question))
  expect(copied?.title).toBe('my-question')
  expect(shelfItemsOf(passageFromJson(copied!.content.prompt))).toEqual([copy])
  // Another process replays the same from the log, and a batch that is sent again is answered as before.
  dropTree('pasted')
  expect((await currentTree(pool, 'pasted'))!.page.eq(tree.page)).toBe(true)
  // A setting changed by hand is looked at like what is pasted.
  const changed = await acceptBatch('pasted', 'author', {
    id: 'by hand',
    base: tree.version,
    client: 'tab',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'attr', pos: 8, attr: 'item', value: 'elsewhere' }],
  })
  expect(changed).toMatchObject({ note: expect.stringContaining('A picture was left out') })
  expect((await currentTree(pool, 'pasted'))!.page.child(1).textContent).toBe('own')
})

test('a question takes only pictures that its course may show', async () => {
  const content = { ...blankQuestion('one', () => 'c'), prompt: passageWith('elsewhere'), solution: passageWith('own') }
  expect(await addQuestion('course', null, 'author', 'planted-question', 'Planted', content)).toBe(true)
  expect(
    await keepQuestion('course', 'author', 1, 'planted-question', 'Planted', {
      ...content,
      hints: [passageWith('handed-in')],
    }),
  ).toBe(2)
  const kept = (await findQuestion(pool, 'course', 'planted-question'))!.content
  expect(textsOf(kept).flatMap((text) => shelfItemsOf(passageFromJson(text)))).toEqual(['own'])
  expect(plainText(passageFromJson(kept.prompt))).toContain('elsewhere')
})

test('a post shows nothing that its writer may not show', async () => {
  for (const item of [...FOREIGN.filter((each) => each !== 'handed-in'), 'unpublished'])
    expect(
      await writePost(await visitor('student', 'talk'), {
        id: `post-${item}`,
        parentId: null,
        unsafeContent: passageWith(item),
      }),
      item,
    ).toMatchObject({ ok: false, reason: expect.stringContaining('A picture in it') })
  expect(
    await writePost(await visitor('author', 'talk'), {
      id: 'of-a-student',
      parentId: null,
      unsafeContent: passageWith('handed-in'),
    }),
  ).toMatchObject({ ok: false })
  expect(await findItemAccess(pool, 'unpublished', 'guest')).toMatchObject({ isReached: false })
  // What readers see already, and for authors what lies on the shelf, may be shown.
  expect(
    await writePost(await visitor('student', 'talk'), {
      id: 'fine',
      parentId: null,
      unsafeContent: passageWith('own'),
    }),
  ).toMatchObject({ ok: true })
  expect(
    await writePost(await visitor('author', 'talk'), {
      id: 'of-the-shelf',
      parentId: null,
      unsafeContent: passageWith('unpublished'),
    }),
  ).toMatchObject({ ok: true })
  expect(await rewritePost(await visitor('student', 'talk'), 'fine', passageWith('elsewhere'))).toMatchObject({
    ok: false,
  })
})

test('a post is changed only where it stands, and an id that is taken gives nothing away', async () => {
  await writePost(await visitor('student', 'closed'), {
    id: 'in-closed',
    parentId: null,
    unsafeContent: passageWith('own'),
  })
  await pool.query(`update plan_entries set settings = '{"isLocked":true}' where id = 'closed'`)
  expect(
    await rewritePost(await visitor('student', 'talk'), 'in-closed', {
      type: 'passage',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'changed' }] }],
    }),
  ).toMatchObject({ ok: false })
  expect((await pool.query(`select words from posts where id = 'in-closed'`)).rows[0]).toEqual({ words: 'look' })
  const theirs = await writePost(await visitor('author', 'talk'), {
    id: 'fine',
    parentId: null,
    unsafeContent: { type: 'passage', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'mine' }] }] },
  })
  expect(theirs).toMatchObject({ ok: false })
  expect(JSON.stringify(theirs)).not.toContain('look')
})

test('a player of a host that is not allowed becomes a link card in a post, and in its preview', async () => {
  const player = {
    type: 'passage',
    content: [
      {
        type: 'player',
        attrs: {
          address: 'https://other.example/embed/1',
          link: 'https://other.example/v/1',
          title: 'A film',
          width: 640,
          height: 360,
        },
      },
    ],
  }
  expect(
    await writePost(await visitor('student', 'talk'), { id: 'with-player', parentId: null, unsafeContent: player }),
  ).toMatchObject({ ok: true, post: { html: expect.stringContaining('link-card') } })
  const { previewAnswer } = await import('../../server/discussions/preview.server.ts')
  const preview = (await (await previewAnswer(await visitor('student', 'talk'), player)).json()) as { html: string }
  expect(preview.html).toContain('https://other.example/v/1')
  expect(preview.html).not.toContain('<iframe')
  await pool.query(`insert into embed_hosts (origin, name) values ('https://other.example', 'Other')`)
  ;(await import('../../server/embeds/allowed.server.ts')).forgetHosts()
  expect(
    await writePost(await visitor('student', 'talk'), { id: 'with-allowed', parentId: null, unsafeContent: player }),
  ).toMatchObject({ ok: true, post: { html: expect.stringContaining('<iframe') } })
  // Whoever only reads has nothing to preview.
  expect((await previewAnswer(await visitor('guest', 'talk'), player)).status).toBe(422)
})
