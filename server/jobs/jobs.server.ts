import { type Runner, run, runMigrations, Logger, type TaskList } from 'graphile-worker'
import { z } from 'zod'
import { pool } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import { planSquashing, squashDocument } from '../documents/squash.server.ts'
import { jobs } from '../metrics/metrics.server.ts'
import { followTitle } from '../links/titles.server.ts'
import { mailNotices, mailReset, stopMailing } from '../notices/mail.server.ts'
import { runTelling } from '../notices/tell.server.ts'
import { telling } from '../notices/telling.server.ts'
import { addJob, purge } from './queries.server.ts'
import { renewRenderings } from '../renderings/renew.server.ts'
import { runReplacing } from '../replace/replace.server.ts'
import { sweep } from '../shelf/bytes.server.ts'
import { deleteOldTransfers } from '../transfers/queries.server.ts'
import { runTransfer } from '../transfers/transfers.server.ts'
import { makeRenditions } from '../shelf/renditions.server.ts'

/** How long files that were made stay, in days. */
const TRANSFER_DAYS = 14

export const tasks: TaskList = {
  renditions: async (payload) => makeRenditions(z.object({ itemId: z.string() }).parse(payload).itemId),
  mail: () => mailNotices(),
  'reset-mail': async (payload) =>
    mailReset(
      // An older Fieldstone left no language.
      z.object({ personId: z.string(), token: z.string(), language: z.string().default('en') }).parse(payload),
    ),
  tell: async (payload) => runTelling(telling.parse(payload)),
  replace: async (payload) => runReplacing(z.object({ id: z.string(), personId: z.string() }).parse(payload)),
  transfer: async (payload) => runTransfer(z.object({ id: z.string() }).parse(payload).id),
  'follow-title': async (payload) =>
    followTitle(z.object({ entryId: z.string(), personId: z.string() }).parse(payload)),
  squash: async (payload) => squashDocument(z.object({ documentId: z.string() }).parse(payload).documentId),
  'plan-squashing': async () => {
    await planSquashing()
  },
  'renew-renderings': async () => {
    const renewed = await renewRenderings()
    if (renewed > 0) log.info({ renewed }, 'what an older renderer wrote was written anew')
  },
  purge: async () => {
    const gone = await purge(pool)
    if (gone > 0) log.info({ gone }, 'what had its time was forgotten')
  },
  sweep: async () => {
    await deleteOldTransfers(pool, TRANSFER_DAYS)
    const gone = await sweep(pool)
    if (gone > 0) log.info({ gone }, 'bytes that nothing points to were swept away')
  },
}

/** When what is done again and again is done; missed runs are not made up for, the next comes soon. */
// Mail that is bundled falls due by itself; what a mail server could not take is tried again with it.
const CRONTAB = ['*/10 * * * * mail', '17 3 * * * sweep', '41 */6 * * * plan-squashing', '29 4 * * * purge'].join('\n')

const logger = new Logger(() => (level, message) => {
  if (String(level) === 'error') log.error({ job: message }, 'a job failed')
  else if (String(level) === 'warning') log.warn({ job: message }, 'jobs')
})

let runner: Runner | null = null

/** Makes the queue's own tables, or brings them up to date. */
export async function prepareJobs(): Promise<void> {
  await runMigrations({ pgPool: pool, logger })
}

/**
 * Takes jobs from the queue until stopped; every process may. Two at a time, so that a long book does not hold up
 * pictures; the rest of the machine is for people.
 */
export async function startJobs(): Promise<void> {
  // Another renderer may have come with this program.
  await addJob(pool, 'renew-renderings', {}, 'renew-renderings')
  runner = await run({
    pgPool: pool,
    taskList: tasks,
    concurrency: 2,
    noHandleSignals: true,
    pollInterval: 5000,
    logger,
    crontab: CRONTAB,
  })
  runner.events.on('job:success', ({ job }) => jobs.inc({ job: job.task_identifier, outcome: 'done' }))
  runner.events.on('job:error', ({ job }) => jobs.inc({ job: job.task_identifier, outcome: 'failed' }))
  // What ends the runner by itself ends with the database; the pool's users find out.
  runner.promise.catch((error: unknown) => log.error({ error: String(error) }, 'the job queue stopped'))
}

export async function stopJobs(): Promise<void> {
  await runner?.stop().catch(() => undefined)
  runner = null
  stopMailing()
}
