import { beforeAll, expect, test } from 'vitest'
import { type CourseLook, MOST_LOOKS, tableStyle } from '../../core/looks/course-looks.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool } = await import('../../server/database/pool.server.ts')
const { deleteLook, listLooks, putLook } = await import('../../server/looks/queries.server.ts')
beforeAll(() => makeSchool(pool))

const colour = (name: string, value = '#4b6b3c'): CourseLook => ({ sort: 'colour', name, value })
const TALLY: CourseLook = { sort: 'table', name: 'Moss', value: tableStyle.parse({ lines: 'rows' }) }

test('colours and table styles are kept by name, one name once of each sort, each course for itself', async () => {
  for (const look of [colour('Moss'), TALLY, colour('clay', '#aa5544'), colour('Moss', '#112233')])
    expect(await putLook(pool, 'course', look)).toBe(true)
  expect(await listLooks(pool, 'course')).toEqual([colour('clay', '#aa5544'), colour('Moss', '#112233'), TALLY])
  expect(await listLooks(pool, 'other')).toEqual([])
  await deleteLook(pool, 'course', 'colour', 'Moss')
  expect((await listLooks(pool, 'course')).map(({ sort, name }) => `${sort} ${name}`)).toEqual([
    'colour clay',
    'table Moss',
  ])
})

test('what a later version of the program can’t read is left out; what it adds has its usual value', async () => {
  await pool.query(
    `insert into course_looks (course_id, sort, name, value) values ('other', 'table', 'old', '{"lines":"none"}'),
      ('other', 'colour', 'bad', '"red; x"')`,
  )
  expect(await listLooks(pool, 'other')).toEqual([
    { sort: 'table', name: 'old', value: tableStyle.parse({ lines: 'none' }) },
  ])
})

test('a full course takes no more of a sort, but changes what it has', async () => {
  for (let at = 0; at < MOST_LOOKS; at++) await putLook(pool, 'course', colour(`c${at}`))
  expect(await putLook(pool, 'course', colour('one more'))).toBe(false)
  expect(await putLook(pool, 'course', colour('c0', '#000000'))).toBe(true)
  expect(await putLook(pool, 'course', { ...TALLY, name: 'Tally' })).toBe(true)
  expect((await listLooks(pool, 'course')).filter(({ sort }) => sort === 'colour')).toHaveLength(MOST_LOOKS)
})
