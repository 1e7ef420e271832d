import { fork } from 'node:child_process'
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Order, Product } from './orders.ts'

/** The longest that one order may take, in milliseconds, and the most memory, in MiB. */
const PATIENCE = 180_000
const MEMORY = 1536

export type Worked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string }

/** The folder of the project, from the sources as from what is built of them. */
const root = ['../../', '../../../'].map((steps) => fileURLToPath(new URL(steps, import.meta.url))).find((folder) => existsSync(`${folder}server/transfers/workshop.ts`)) ?? ''

/**
 * Has something heavy made in a process of its own, so that whoever reads or writes meanwhile notices nothing, and what a
 * hostile file makes of it ends with that process: it gets so much time and memory and no more.
 */
export function inWorkshop<O extends Order>(order: O): Promise<Worked<Product<O>>> {
  return new Promise((done) => {
    const child = fork(`${root}server/transfers/workshop.ts`, { execArgv: ['--import', 'tsx', `--max-old-space-size=${MEMORY}`], serialization: 'advanced', cwd: root, env: { PATH: process.env.PATH, NODE_ENV: process.env.NODE_ENV }, stdio: ['ignore', 'ignore', 'ignore', 'ipc'] })
    const timer = setTimeout(() => child.kill('SIGKILL'), PATIENCE)
    let result: Worked<Product<O>> = { ok: false, reason: 'It took more time or memory than one document may. Try it in smaller parts.' }
    child.on('message', (message) => (result = message as Worked<Product<O>>))
    child.on('error', () => undefined)
    child.once('close', () => {
      clearTimeout(timer)
      done(result)
    })
    child.send(order, () => undefined)
  })
}
