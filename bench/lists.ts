import { readPage } from '../core/html/read.ts'
import { emptyPassage } from '../core/document/empty-passage.ts'
import { cookieFor, startApp } from '../test/server/setup/app.ts'
import { type Figure, inTurn, median } from './measure.ts'

/**
 * Long lists against short ones: a discussion of 2,000 replies against one of 20, a plan of 2,000 items against one of
 * 50.
 */
export async function benchLists(url: string): Promise<Figure[]> {
  const { pool, transaction } = await import('../server/database/pool.server.ts')
  const { insertEntries } = await import('../server/plan/queries.server.ts')
  const { createDocument } = await import('../server/plan/plan.server.ts')
  const { insertPublished } = await import('../server/editions/publish.server.ts')
  const sizes = { talks: [20, 2000], plans: [50, 2000] } as const
  for (const count of sizes.talks)
    for (const [sort, inThread] of [
      ['talk', 10],
      ['thread', count],
    ] as const) {
      const course = `${sort}-course-${count}`
      const id = `${sort}-${count}`
      await pool.query('insert into courses (id, title) values ($1, $1)', [course])
      await pool.query(
        `insert into memberships (course_id, person_id, role)
          values ($1, 'student', 'student'), ($1, 'author', 'author')`,
        [course],
      )
      await transaction(async (db) => {
        await insertEntries(db, course, [
          { id: `${sort}-unit-${count}`, parentId: null, kind: 'unit', title: 'Unit', documentId: null },
        ])
        await createDocument(db, course, id, 'Talk')
        await insertEntries(db, course, [
          { id, parentId: `${sort}-unit-${count}`, kind: 'discussion', title: 'Talk', documentId: id },
        ])
        await insertPublished(db, id, 'author', { version: 0, page: readPage('<h1>Talk</h1><p>Say.</p>').page }, '', 1)
      })
      // The first post of so many begins a thread, the others reply to it.
      await pool.query(
        `insert into posts (id, entry_id, root_id, parent_id, person_id, content, html, words, created_at)
         select $1 || '-' || n, $1, $1 || '-' || (n - n % $4::int), case when n % $4::int = 0 then null else $1 || '-' || (n - n % $4::int) end, 'student', $3::json, '<p>A reply about stone, number ' || n || '.</p>', 'A reply about stone', now() - make_interval(secs => $2::int - n)
         from generate_series(0, $2::int - 1) n order by n % $4::int <> 0, n`,
        [id, count, JSON.stringify(emptyPassage), inThread],
      )
    }
  for (const count of sizes.plans) {
    const course = `plan-course-${count}`
    await pool.query('insert into courses (id, title) values ($1, $1)', [course])
    await pool.query(`insert into memberships (course_id, person_id, role) values ($1, 'author', 'author')`, [course])
    await transaction(async (db) => {
      const lessons = Math.ceil(count / 20)
      await insertEntries(db, course, [
        { id: `${course}-unit`, parentId: null, kind: 'unit', title: 'Unit', documentId: null },
      ])
      await insertEntries(
        db,
        course,
        Array.from({ length: lessons }, (_, at) => ({
          id: `${course}-l${at}`,
          parentId: `${course}-unit`,
          kind: 'lesson' as const,
          title: `Lesson ${at}`,
          documentId: null,
        })),
      )
      const items = Array.from({ length: count }, (_, at) => ({
        id: `${course}-${at}`,
        parentId: `${course}-l${Math.floor(at / 20)}`,
        kind: 'page' as const,
        title: `Page ${at}`,
        documentId: `${course}-${at}`,
      }))
      for (const { id, title } of items) await createDocument(db, course, id, title)
      await insertEntries(db, course, items)
    })
  }
  await pool.query('analyze')
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  try {
    const figures: Figure[] = []
    for (const [name, person, short, long] of [
      [
        'A discussion of 2,000 posts in threads of ten opened, against one of 20',
        'student',
        '/discuss/talk-course-20/talk-20',
        '/discuss/talk-course-2000/talk-2000',
      ],
      [
        'A discussion of 2,000 replies in one thread opened, against one of 20',
        'student',
        '/discuss/thread-course-20/thread-20',
        '/discuss/thread-course-2000/thread-2000',
      ],
      [
        'A plan of 2,000 items opened, against one of 50',
        'author',
        '/courses/plan-course-50/plan',
        '/courses/plan-course-2000/plan',
      ],
    ] as const) {
      const cookie = await cookieFor(url, app.port, person)
      const bytes = { short: 0, long: 0 }
      const open = async (path: string, which: 'short' | 'long'): Promise<void> => {
        const response = await fetch(app.address + path, { headers: { cookie } })
        if (response.status !== 200) throw new Error(`${path} answered ${response.status}`)
        bytes[which] = (await response.arrayBuffer()).byteLength
      }
      const [much, little] = await inTurn(
        15,
        () => open(long, 'long'),
        () => open(short, 'short'),
      )
      const ratio = median(much) / median(little)
      figures.push({
        name,
        ratio,
        goal: 'at most 3',
        isReached: ratio <= 3,
        detail: `${median(much).toFixed(0)} ms against ${median(little).toFixed(0)} ms; ${(bytes.long / 1024).toFixed(0)} kB against ${(bytes.short / 1024).toFixed(0)} kB`,
      })
    }
    return figures
  } finally {
    await app.stop()
  }
}
