import { rmSync } from 'node:fs'
import pg from 'pg'
import type { TestProject } from 'vitest/node'
import { migrate } from '../../../server/database/migrate.server.ts'
import { ensureDatabase, freePort, reachableFolder, startCluster } from '../../../scripts/postgres.ts'

declare module 'vitest' {
  interface ProvidedContext {
    /** Connection string with DATABASE in the place of a name. */
    cluster: string
    clusterFolder: string
    clusterPort: number
  }
}

/** A PostgreSQL of its own for the run, with a migrated template that each test file clones. */
export default async function setup(project: TestProject): Promise<() => void> {
  const folder = `.data/test-${process.pid}`
  const port = await freePort()
  // Those that kill PostgreSQL are about what it kept.
  const cluster = startCluster(folder, port, { isLasting: project.name !== 'server' })
  await ensureDatabase(cluster, 'template_fieldstone')
  await migrate(cluster.url('template_fieldstone'), 'db/migrations')
  const client = new pg.Client({ connectionString: cluster.url('postgres') })
  await client.connect()
  await client.query('alter database template_fieldstone is_template true')
  await client.end()
  project.provide('cluster', cluster.url('DATABASE'))
  project.provide('clusterFolder', cluster.folder)
  project.provide('clusterPort', port)
  return () => {
    cluster.stop()
    rmSync(reachableFolder(folder), { recursive: true, force: true })
  }
}
