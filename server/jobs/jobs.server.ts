import { type Runner, run, runMigrations, Logger, type TaskList } from 'graphile-worker'
import { z } from 'zod'
import { pool } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import { mailNotices } from '../notices/mail.server.ts'
import { sweep } from '../shelf/bytes.server.ts'
import { makeRenditions } from '../shelf/renditions.server.ts'

const tasks: TaskList = {
  renditions: async (payload) => makeRenditions(z.object({ itemId: z.string() }).parse(payload).itemId),
  mail: () => mailNotices(),
  sweep: async () => {
    const gone = await sweep(pool)
    if (gone > 0) log.info({ gone }, 'bytes that nothing points to were swept away')
  },
}

const logger = new Logger(() => (level, message) => {
  if (level === 'error') log.error({ job: message }, 'a job failed')
  else if (level === 'warning') log.warn({ job: message }, 'jobs')
})

let runner: Runner | null = null

/** Makes the queue's own tables, or brings them up to date. */
export async function prepareJobs(): Promise<void> {
  await runMigrations({ pgPool: pool, logger })
}

/** Takes jobs from the queue until stopped; every process may. One at a time: the rest of the machine is for people. */
export async function startJobs(): Promise<void> {
  runner = await run({ pgPool: pool, taskList: tasks, concurrency: 1, noHandleSignals: true, pollInterval: 5000, logger, crontab: '17 3 * * * sweep' })
  // What ends the runner by itself ends with the database; the pool's users find out.
  runner.promise.catch((error: unknown) => log.error({ error: String(error) }, 'the job queue stopped'))
}

export async function stopJobs(): Promise<void> {
  await runner?.stop().catch(() => undefined)
  runner = null
}
