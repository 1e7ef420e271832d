import { afterAll, beforeAll, expect, test } from 'vitest'
import { RENDERER_VERSION } from '../../core/html/render.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { blankQuestion } from '../../core/questions/question.ts'
import { sayIn } from '../../core/words/say.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'
import { doJobs } from './setup/jobs.ts'

/*
 * Content of version 1, in which the width of a picture was its share, stands everywhere where content is kept.
 * Whatever reads it gets content of today.
 */
await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
const { currentTree, dropTree, readLog, treeAt } = await import('../../server/documents/trees.server.ts')
const { insertSetAside, listSetAside } = await import('../../server/documents/queries.server.ts')
const { squash } = await import('../../server/documents/squash.server.ts')
const { findEditionPage } = await import('../../server/editions/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { listRoots } = await import('../../server/discussions/queries.server.ts')
const { findDraft, listSubmissions } = await import('../../server/assignments/queries.server.ts')
const { addQuestion } = await import('../../server/questions/bank.server.ts')
const { findQuestion } = await import('../../server/questions/queries.server.ts')
const { listEditionQuestions } = await import('../../server/exercises/queries.server.ts')
const { findSnippet } = await import('../../server/snippets/queries.server.ts')
const { findTemplate } = await import('../../server/templates/queries.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
const { editionContent } = await import('../../server/reading/edition-content.server.ts')
const { findEntryToRead } = await import('../../server/reading/queries.server.ts')

const picture = (share: number, setting = 'share'): object => ({
  type: 'picture',
  attrs: { item: 'wall', width: 4, height: 3, alt: 'A wall', description: '', [setting]: share, align: 'center' },
  content: [{ type: 'caption' }],
})
const page = JSON.stringify({
  type: 'doc',
  content: [{ type: 'title', content: [{ type: 'text', text: 'Old' }] }, picture(60), { type: 'paragraph' }],
})
const passage = JSON.stringify({ type: 'passage', content: [picture(60)] })
const question = { ...blankQuestion('one', () => 'c'), prompt: JSON.parse(passage) as object }

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await transaction(async (db) => {
    await db.query(`insert into documents (id, course_id) values ('old', 'course')`)
    await db.query(`insert into snapshots (document_id, version, schema_version, content) values ('old', 0, 1, $1)`, [
      page,
    ])
    await db.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id)
        values ('unit', 'course', null, 'unit', 'Unit', 0, null), ('old', 'course', 'unit', 'page', 'Old', 0, 'old')`,
    )
    const batches = [
      ['first', 0, 1, [{ stepType: 'attr', pos: 5, attr: 'share', value: 65 }]],
      [
        'second',
        1,
        3,
        [
          { stepType: 'replace', from: 10, to: 10, slice: { content: [{ type: 'text', text: 'words' }] } },
          { stepType: 'replace', from: 5, to: 5, slice: { content: [picture(30)] } },
        ],
      ],
    ] as const
    for (const [id, base, version, steps] of batches)
      await db.query(
        `insert into batches (document_id, id, base, version, person_id, client_id, schema_version, steps, created_at)
          values ('old', $1, $2, $3, 'author', 'old', 1, $4, now() - interval '90 days')`,
        [id, base, version, JSON.stringify(steps)],
      )
    await db.query(
      `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, content, segments, headings, published_by) values ('old', 1, 0, 1, 1, 'Old', '', 0, $1, '["<p>as it was written once</p>"]', '[]', 'author')`,
      [page],
    )
    await db.query(
      `insert into posts (id, entry_id, root_id, person_id, content, html, words)
        values ('p', 'old', 'p', 'author', $1, 'as it was written once', '')`,
      [passage],
    )
    await db.query(
      `insert into submissions (entry_id, person_id, number, content, html, is_late, comment, comment_html, returned_at,
        returned_by)
        values ('old', 'student', 1, $1, 'as it was written once', false, $1, 'as it was said once', now(), 'author')`,
      [passage],
    )
    await db.query(`insert into submission_drafts (entry_id, person_id, content) values ('old', 'student', $1)`, [
      passage,
    ])
    await db.query(
      `insert into questions (id, course_id, title, kind, content, words, created_by, updated_by)
        values ('q', 'course', 'Old', 'one', $1, '', 'author', 'author')`,
      [JSON.stringify(question)],
    )
    await db.query(
      `insert into edition_questions (document_id, number, question_id, position, points, title, content)
        values ('old', 1, 'q', 1, 1, 'Old', $1)`,
      [JSON.stringify(question)],
    )
    await db.query(
      `insert into templates (id, course_id, person_id, reach, name, description, kind, schema_version, content)
        values ('t', 'course', 'author', 'own', 'Old', '', 'page', 1, $1),
          ('n', 'course', 'author', 'own', 'Old', '', 'part', 1, $1)`,
      [page],
    )
    await db.query(
      `insert into set_aside (id, document_id, person_id, reason, words, content)
        values ('s', 'old', 'author', 'mine', '', $1)`,
      [JSON.stringify({ content: [picture(60)], openStart: 0, openEnd: 0 })],
    )
  })
})
afterAll(() => pool.end())

test('every table that holds content says in which version it is, and this test knows each', async () => {
  const { rows } = await pool.query<{ table: string; column: string; has: boolean }>(
    `select c.table_name as "table", c.column_name as "column", exists (select 1 from information_schema.columns v
      where v.table_schema = 'public' and v.table_name = c.table_name and v.column_name = case c.column_name
      when 'comment' then 'comment_schema_version' else 'schema_version' end) as has
     from information_schema.columns c where c.table_schema = 'public' and c.data_type in ('json', 'jsonb')
       order by 1, 2`,
  )
  // What is JSON, but no content: settings, lists of files, what was answered, what was rendered, reports,
  // places to change.
  const others = [
    'attempt_answers.given',
    'course_looks.value',
    'editions.headings',
    'editions.segments',
    'editions.terms',
    'plan_entries.settings',
    'replacement_pages.places',
    'submission_drafts.files',
    'submissions.files',
    'templates.blanks',
    'templates.sketch',
    'transfers.report',
  ]
  const content = rows.filter(({ table, column }) => !others.includes(`${table}.${column}`))
  expect(content.filter(({ has }) => !has).map(({ table, column }) => `${table}.${column}`)).toEqual([])
  expect(content.map(({ table, column }) => `${table}.${column}`)).toEqual([
    'batches.steps',
    'edition_questions.content',
    'editions.content',
    'posts.content',
    'questions.content',
    'set_aside.content',
    'snapshots.content',
    'submission_drafts.content',
    'submissions.comment',
    'submissions.content',
    'templates.content',
  ])
})

test.each<[string, () => Promise<unknown>]>([
  ['a page', async () => (await treeAt(pool, 'old', 0))?.page.toJSON()],
  ['an edition', async () => (await findEditionPage(pool, 'old', 1))?.toJSON()],
  ['a post', async () => (await listRoots(pool, 'old', null, 9))[0]?.content],
  ['what was handed in', async () => (await listSubmissions(pool, 'old', 'student'))[0]?.content],
  ['a draft', async () => (await findDraft(pool, 'old', 'student'))?.content],
  ['a question of the bank', async () => (await findQuestion(pool, 'course', 'q'))?.content],
  ['a question of an edition', async () => (await listEditionQuestions(pool, 'old', 1))[0]?.content],
  ['a template', async () => (await findTemplate(pool, 'course', 'author', 't'))?.content],
  ['a snippet', async () => (await findSnippet(pool, 'course', 'author', 'n'))?.content],
  ['what is set aside', async () => (await listSetAside(pool, 'old'))[0]?.content],
])('%s of an older version is read as it would be written now', async (_what, read) => {
  const text = JSON.stringify(await read())
  expect(text).toContain('"widthPercent":60')
  expect(text).not.toContain('"share"')
})

test('the log of an older version is read on step by step, by whoever has it and whoever asks for it', async () => {
  const widths = async (version?: number): Promise<number[]> => {
    const found: number[] = []
    const tree = version === undefined ? await currentTree(pool, 'old') : await treeAt(pool, 'old', version)
    tree!.page.descendants((node) => void (node.type.name === 'picture' && found.push(Number(node.attrs.widthPercent))))
    return found
  }
  expect([await widths(0), await widths(1), await widths(3), await widths()]).toEqual([[60], [65], [30, 65], [30, 65]])
  expect(await readLog(pool, 'old', 0)).toMatchObject([
    { id: 'first', schemaVersion: SCHEMA_VERSION, steps: [{ attr: 'widthPercent', value: 65 }] },
    { id: 'second', steps: [{}, { slice: { content: [{ attrs: { widthPercent: 30 } }] } }] },
  ])
  dropTree('old')
  // Whoever was away since before the upgrade, and is of today: moved over what came, in the form of today.
  const late = await acceptBatch('old', 'author', {
    id: 'late',
    base: 1,
    client: 'late',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'attr', pos: 5, attr: 'widthPercent', value: 70 }],
  })
  expect(late).toMatchObject({
    status: 'taken',
    from: 3,
    to: 4,
    before: [{ id: 'second' }],
    steps: [{ pos: 9, attr: 'widthPercent', value: 70 }],
  })
  expect(await widths()).toEqual([30, 70])
  dropTree('old')
  expect(await widths()).toEqual([30, 70])
  // A process that is still of yesterday writes nothing behind it, and old sessions stay as they were written.
  expect(
    await acceptBatch('old', 'author', { id: 'yesterday', base: 4, client: 'old', schemaVersion: 1, steps: [] }),
  ).toEqual({ status: 'outdated' })
  const { insertBatch } = await import('../../server/documents/queries.server.ts')
  expect(
    await insertBatch(pool, {
      documentId: 'old',
      id: 'yesterday',
      base: 4,
      count: 1,
      personId: 'author',
      clientId: 'old',
      schemaVersion: 1,
      steps: '[]',
    }),
  ).toBe(false)
  expect(await transaction((db) => squash(db, 'old'))).toBe(0)
  expect(await widths(3)).toEqual([30, 65])
})

test('what an older renderer wrote is written anew by a job, and readers get it at once', async () => {
  const before = await findEntryToRead(pool, 'course', 'old', 'student')
  expect(JSON.stringify((await editionContent(before!.edition!)).segments)).toContain('written once')
  await pool.query(`update courses set language = 'ar' where id = 'course'`)
  await pool.query(
    `update posts set content = replace(content::text, '"description":""', '"description":"Long"')::json`,
  )
  await pool.query(`select graphile_worker.add_job('renew-renderings')`)
  await doJobs('renew-renderings')
  const after = await findEntryToRead(pool, 'course', 'old', 'student')
  expect(JSON.stringify((await editionContent(after!.edition!)).segments)).toMatch(
    /<figure class=..picture..[^>]*width: 60%/,
  )
  const html = (await listRoots(pool, 'old', null, 9))[0]?.html
  expect(html).toContain('width: 60%')
  // Our own word in it is said in the language of the course.
  expect(html).toContain(`<summary>${sayIn('ar')('pieces.description')}</summary>`)
  expect((await listSubmissions(pool, 'old', 'student'))[0]).toMatchObject({
    html: expect.stringContaining('width: 60%'),
    commentHtml: expect.stringContaining('width: 60%'),
  })
  const { rows } = await pool.query<{ renderer: number }>(
    'select renderer from editions union select renderer from posts union select renderer from submissions',
  )
  expect(rows).toEqual([{ renderer: RENDERER_VERSION }])
})

test('what is written now says so', async () => {
  await transaction((db) => createDocument(db, 'course', 'new', 'New'))
  await transaction((db) =>
    db.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id)
        values ('new', 'course', 'unit', 'page', 'New', 1, 'new')`,
    ),
  )
  await acceptBatch('new', 'author', {
    id: 'new',
    base: 0,
    client: 'new',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'replace', from: 6, to: 6, slice: { content: [{ type: 'text', text: 'words' }] } }],
  })
  await publish('new', 'author', { note: '', version: 1 })
  await addQuestion('course', null, 'author', 'new-q', 'New', question)
  await insertSetAside(pool, 'new', 'author', [{ id: 'new-s', reason: 'mine', content: {}, words: '' }])
  const { rows } = await pool.query<{ version: number }>(
    `select schema_version as version from batches where document_id = 'new' union all select schema_version
      from editions where document_id = 'new' union all select schema_version from questions where id = 'new-q'
      union all select schema_version from set_aside where id = 'new-s'`,
  )
  expect(rows.map(({ version }) => version)).toEqual([SCHEMA_VERSION, SCHEMA_VERSION, SCHEMA_VERSION, SCHEMA_VERSION])
})
