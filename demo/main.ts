import { fileURLToPath } from 'node:url'
import { config } from '../server/config.server.ts'
import { migrate } from '../server/database/migrate.server.ts'
import { putHost } from '../server/embeds/queries.server.ts'
import { pool } from '../server/database/pool.server.ts'
import { prepareJobs } from '../server/jobs/jobs.server.ts'
import { seedDemo } from './seed.ts'

/** Migrates the database and loads the demo when it is empty. */
await migrate(config.DATABASE_URL, fileURLToPath(new URL('../db/migrations', import.meta.url)))
await prepareJobs()
const { rows } = await pool.query<{ count: number }>('select count(*)::int as count from people')
if (rows[0]?.count === 0) {
  console.log('Loading the demo…')
  await seedDemo(new Date())
}
// The port of the stand-ins may be another than last time.
const millrace = `http://millrace.localhost:${process.env.STANDINS_PORT ?? 4311}`
await putHost(pool, { origin: millrace, name: 'Millrace Video', oembed: `${millrace}/oembed`, isAllowed: true }, null)
await pool.end()
