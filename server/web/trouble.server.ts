import type { ServerBuild } from 'react-router'
import { isDatabaseDown, isDatabaseFull } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import { failure } from './guard.server.ts'

type Work = (given: never) => unknown

/**
 * The build with every loader and action telling two troubles from faults: a database that stops answering in the
 * middle of a request (503), and one that has no room left (507; RFC 4918, 11.5).
 */
export function withTrouble(build: ServerBuild): ServerBuild {
  const routes = Object.entries(build.routes).map(([id, route]) => {
    if (!route) return [id, route]
    const { module } = route
    return [
      id,
      { ...route, module: { ...module, ...guarded('loader', module.loader), ...guarded('action', module.action) } },
    ]
  })
  return { ...build, routes: Object.fromEntries(routes) as ServerBuild['routes'] }
}

function guarded(name: 'loader' | 'action', work: Work | undefined): Record<string, Work> {
  if (!work) return {}
  return {
    [name]: async (given: never) => {
      try {
        return await work(given)
      } catch (error) {
        if (isDatabaseDown(error)) failure('database', 503)
        if (!isDatabaseFull(error)) throw error
        log.error({ error: String(error) }, 'the database has no room left')
        failure('full', 507)
      }
    },
  }
}
