import { rmSync } from 'node:fs'
import { migrate } from '../../../server/database/migrate.server.ts'
import { ensureDatabase, freePort, reachableFolder, startCluster } from '../../../scripts/postgres.ts'

/** A PostgreSQL for the run; each worker of the browser tests makes its databases in it. */
export default async function setup(): Promise<() => void> {
  const folder = `.data/browser-${process.pid}`
  const cluster = startCluster(folder, await freePort(), { isLasting: false })
  await ensureDatabase(cluster, 'template_fieldstone')
  await migrate(cluster.url('template_fieldstone'), 'db/migrations')
  process.env.TEST_CLUSTER = cluster.url('DATABASE')
  return () => {
    cluster.stop()
    rmSync(reachableFolder(folder), { recursive: true, force: true })
  }
}
