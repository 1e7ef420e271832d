import { beforeAll, expect, test } from 'vitest'
import { searchTerms } from '../../core/search/terms.ts'
import { readPage } from '../../core/html/read.ts'
import { makeSchool } from './setup/factories.ts'
import { visitor } from './setup/visitor.ts'
import { useFreshDatabase } from './setup/database.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { insertPublished } = await import('../../server/editions/publish.server.ts')
const { actOnPost, writePost } = await import('../../server/discussions/discussion.server.ts')
const { searchEditions, searchPosts } = await import('../../server/reading/search.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')

const PAGES = {
  walls: '<h1>Walls</h1><p>The hearting fills what the builders leave. Lay it by hand.</p>',
  ponies: '<h1>Ponies and fields</h1><p>Foals stand behind a gap.</p>',
  talk: '<h1>Talk</h1><p>Say it.</p>',
  first: '<h1>First</h1><p>Write first.</p>',
}
const page = (source: string) => ({ version: 0, page: readPage(source).page })

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    for (const [id, source] of Object.entries(PAGES)) {
      await createDocument(db, 'course', id, page(source).page)
      await insertEntries(db, 'course', [
        {
          id,
          parentId: 'unit',
          kind: id === 'walls' || id === 'ponies' ? 'page' : 'discussion',
          title: id,
          documentId: id,
          ...(id === 'first' ? { settings: { postFirst: true } } : {}),
        },
      ])
      await insertPublished(db, id, 'author', page(source), '', 1)
    }
  })
})

const search = (typed: string, more = {}) => ({
  courseId: 'course',
  language: 'en',
  terms: searchTerms(typed)!,
  entryIds: Object.keys(PAGES),
  ...more,
})
const found = async (typed: string, more = {}): Promise<string[]> =>
  (await searchEditions(pool, search(typed, more))).map(({ entryId }) => entryId)

test.each([
  ['hearting', ['walls']],
  // Another form, the beginning of a word, capitals, several words, a word of the title.
  ['builder', ['walls']],
  ['filling', ['walls']],
  ['heartin', ['walls']],
  ['hea', ['walls']],
  ['HAND lays', ['walls']],
  ['pony', ['ponies']],
  ['field foal', ['ponies']],
  ['“by hand”', ['walls']],
  ['“hand by”', []],
  ['hearting foals', []],
  ['the', ['walls']],
])('%s is found', async (typed, expected) => expect(await found(typed)).toEqual(expected))

test('what matches is marked in the form in which it stands', async () => {
  expect((await searchEditions(pool, search('builder')))[0]!.excerpt).toContain('\u0001builders\u0002')
  expect((await searchEditions(pool, search('heartin')))[0]!.excerpt).toContain('\u0001hearting\u0002')
  // Far down in a long text, and far from each other.
  const filler = 'Stones lie about. '.repeat(200)
  await transaction((db) =>
    insertPublished(
      db,
      'ponies',
      'author',
      {
        version: 1,
        page: readPage(`<h1>Ponies and fields</h1><p>${filler}Foals stand behind a gap. ${filler}Badgers dig.</p>`)
          .page,
      },
      '',
      2,
    ),
  )
  // eslint-disable-next-line no-control-regex -- the signs that mark what matches
  expect((await searchEditions(pool, search('badger foals')))[0]!.excerpt).toMatch(/\u0001(Foals|Badgers)\u0002/)
})

test('only in the course, only what may be opened, only the newest edition', async () => {
  expect(await found('hearting', { courseId: 'other' })).toEqual([])
  expect(await found('hearting', { entryIds: ['ponies'] })).toEqual([])
  await transaction((db) =>
    insertPublished(
      db,
      'walls',
      'author',
      { version: 1, page: readPage('<h1>Walls</h1><p>Only copes now.</p>').page },
      '',
      2,
    ),
  )
  expect(await found('hearting')).toEqual([])
  expect(await found('cope')).toEqual(['walls'])
})

test('the index is used, whatever the size of the school', async () => {
  const { rows } = await transaction(async (db) => {
    await db.query('set local enable_seqscan = off')
    return db.query<{ 'QUERY PLAN': string }>(
      `explain select document_id from editions where search @@ search_query('course', 'en', 'wall:*', '')`,
    )
  })
  expect(rows.map((row) => row['QUERY PLAN']).join('\n')).toContain('editions_search')
})

const words = (text: string): object => ({
  type: 'passage',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
})
const post = async (who: string, entry: string, id: string, text: string) =>
  writePost(await visitor(who, entry), { id, parentId: null, unsafeContent: words(text) })
const posts = async (typed: string, personId: string, isAuthor = false): Promise<string[]> =>
  (await searchPosts(pool, search(typed), { personId, isAuthor, postFirstIds: ['first'] })).map(({ postId }) => postId)

test('posts are found by whoever may see them: not what is hidden or taken back, nor what others wrote before one has written', async () => {
  await post('author', 'talk', 'one', 'Frosted ground moves.')
  await post('student', 'talk', 'two', 'Frost lifted mine.')
  await post('author', 'first', 'three', 'Frost again.')
  expect(await posts('frost', 'guest')).toEqual(['two', 'one'])
  expect(await posts('frost', 'author', true)).toEqual(['three', 'two', 'one'])
  expect(await posts('frost', 'student')).toEqual(['two', 'one'])
  await post('student', 'first', 'four', 'Mine.')
  expect(await posts('frost', 'student')).toEqual(['three', 'two', 'one'])
  await actOnPost(await visitor('author', 'talk'), 'two', { act: 'hide', reason: 'Not here.' })
  expect(await posts('lifted', 'guest')).toEqual([])
  expect(await posts('lifted', 'author', true)).toEqual(['two'])
  await actOnPost(await visitor('author', 'talk'), 'one', { act: 'take back' })
  expect(await posts('ground', 'author', true)).toEqual([])
})

/*
 * PostgreSQL's own dictionaries judge: what one form finds, others of the same word find. Forms are of everyday grammar
 * (from memory).
 */
test.each([
  ['de-AT', 'Die Mauern standen lange.', 'Mauer'],
  ['fr', 'Les pierres tombent du mur.', 'pierre'],
  ['es-MX', 'Los muros caen despacio.', 'muro'],
  ['it', 'Le pietre sono pesanti.', 'pietra'],
  ['nl', 'De muren staan scheef.', 'muur'],
  ['sv', 'Stenarna ligger tungt.', 'sten'],
  ['ru', 'Камни лежат на земле.', 'камн'],
  ['ar', 'الجدران القديمة', 'الجدران'],
  ['pt-BR', 'As pedras pesadas caem.', 'pedra'],
  // A language without a dictionary: as it stands, and by how it begins.
  ['cy', 'Mae’r waliau cerrig yn hen.', 'wal'],
  ['xx', 'Abcdefg hijk.', 'abcd'],
])('in %s “%s” is found by %s', async (language, text, typed) => {
  const { rows } = await pool.query<{ found: boolean }>(
    `select search_words('course', $1, 'T', $2) @@ search_query('course', $1, $3, $4) as found`,
    [language, text, searchTerms(typed)!.words, searchTerms(typed)!.phrases],
  )
  expect(rows[0]!.found).toBe(true)
  const other = await pool.query<{ found: boolean }>(
    `select search_words('course', $1, 'T', $2) @@ search_query('other', $1, $3, $4) as found`,
    [language, text, searchTerms(typed)!.words, searchTerms(typed)!.phrases],
  )
  expect(other.rows[0]!.found).toBe(false)
})

test('a text as long as ten books is found by its beginning and breaks nothing', async () => {
  const words = Array.from({ length: 300_000 }, (_, at) => `w${at.toString(36)}`).join(' ')
  const { rows } = await pool.query<{ found: boolean; far: boolean }>(
    `select v @@ search_query('course', 'en', 'w1', '') as found, v @@ search_query('course', 'en', 'w6f00', '') as far
      from (select search_words('course', 'en', 'T', $1) as v) made`,
    [words],
  )
  expect(rows).toEqual([{ found: true, far: false }])
})
