import { runOnce } from 'graphile-worker'

/** Does every job that waits, once; what fails throws with the next look at what it should have done. */
export async function doJobs(only?: string): Promise<void> {
  const { pool } = await import('../../../server/database/pool.server.ts')
  const { tasks } = await import('../../../server/jobs/jobs.server.ts')
  await runOnce({
    pgPool: pool,
    taskList: only === undefined ? tasks : { [only]: tasks[only]! },
    noHandleSignals: true,
  })
}
