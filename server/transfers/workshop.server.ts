import { fork } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import type { Order, Product } from './orders.ts'

/** The longest that one order may take, in milliseconds, and the most memory, in MiB. */
const PATIENCE = 180_000
const MEMORY = 1536

export type Worked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string }

/**
 * Where this file is: part of the built server, or, where the sources run themselves (tests, the demo's beginning), in
 * its folder.
 */
const here = fileURLToPath(import.meta.url)
const isBuilt = here.includes('/build/server/')
const root = isBuilt
  ? here.slice(0, here.lastIndexOf('/build/server/') + 1)
  : fileURLToPath(new URL('../../', import.meta.url))
const [workshop, loader] = isBuilt
  ? [`${root}build/tools/workshop.js`, []]
  : [`${root}server/transfers/workshop.ts`, ['--import', 'tsx']]

/**
 * Has something heavy made in a process of its own, so that whoever reads or writes meanwhile notices nothing, and what
 * a hostile file makes of it ends with that process: it gets so much time and memory and no more.
 */
export function inWorkshop<O extends Order>(order: O): Promise<Worked<Product<O>>> {
  return new Promise((done) => {
    const child = fork(workshop, {
      execArgv: [...loader, `--max-old-space-size=${MEMORY}`],
      serialization: 'advanced',
      cwd: root,
      env: { PATH: process.env.PATH, NODE_ENV: process.env.NODE_ENV },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    })
    const timer = setTimeout(() => child.kill('SIGKILL'), PATIENCE)
    let result: Worked<Product<O>> = {
      ok: false,
      reason: 'It took more time or memory than one document may. Try it in smaller parts.',
    }
    child.on('message', (message) => (result = message as Worked<Product<O>>))
    child.on('error', () => undefined)
    child.once('close', () => {
      clearTimeout(timer)
      done(result)
    })
    child.send(order, () => undefined)
  })
}
