import { rmSync } from 'node:fs'
import { migrate } from '../server/database/migrate.server.ts'
import { ensureDatabase, freePort, reachableFolder, startCluster } from '../scripts/postgres.ts'

export interface BenchFixture {
  readonly url: string
  stop: () => void
}

/** A PostgreSQL for the measurements alone, its commits as lasting as in use. */
export async function benchFixture(): Promise<BenchFixture> {
  const folder = `.data/bench-${process.pid}`
  const cluster = startCluster(folder, await freePort())
  await ensureDatabase(cluster, 'bench')
  const url = cluster.url('bench')
  await migrate(url, 'db/migrations')
  return {
    url,
    stop: () => {
      cluster.stop()
      rmSync(reachableFolder(folder), { recursive: true, force: true })
    },
  }
}
