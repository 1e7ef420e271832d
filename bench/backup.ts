import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { rmSync, statSync } from 'node:fs'
import { keepBytes } from '../server/shelf/bytes.server.ts'
import { pool } from '../server/database/pool.server.ts'
import { withClient } from '../test/server/setup/app.ts'
import type { Figure } from './measure.ts'
import { memoryWithChildren } from './memory.ts'

const MB = 1024 * 1024
const FILES = 48
const EACH = 64 * MB

/**
 * A backup of 3 GiB of files, and its way back: memory of the command with all that it starts. Some minutes, and 10 GB
 * of disk.
 */
export async function benchBackup(url: string): Promise<Figure[]> {
  const bytes = randomBytes(EACH)
  for (let at = 0; at < FILES; at++) {
    bytes.writeUInt32BE(at)
    await keepBytes(pool, bytes)
  }
  const file = `.data/bench-${process.pid}.backup`
  const empty = url.replace(/\/bench(?=$|\?)/, '/bench_restored')
  await withClient(url, (client) => client.query('create database bench_restored'))
  try {
    const out = await most(['backup', file], url)
    const into = await most(['restore', file], empty)
    const count = (at: string): Promise<string> =>
      withClient(
        at,
        async (client) =>
          (
            await client.query<{ sum: string }>('select count(*) || $1 || sum(length(bytes)) as sum from blob_chunks', [
              ' pieces, ',
            ])
          ).rows[0]!.sum,
      )
    if ((await count(url)) !== (await count(empty))) throw new Error('What was restored is not what was kept.')
    const detail = `${(statSync(file).size / MB / 1024).toFixed(1)} GiB in the file; backup ${out.toFixed(0)} MB, restore ${into.toFixed(0)} MB`
    return [
      {
        name: 'Backup and restore of 3 GiB: memory of the command and all that it starts, in MB',
        ratio: Math.max(out, into),
        goal: 'at most 200',
        isReached: Math.max(out, into) <= 200,
        detail,
      },
    ]
  } finally {
    rmSync(file, { force: true })
  }
}

/** The most memory that a command of `bin/fieldstone` took, in MB. */
async function most(args: readonly string[], url: string): Promise<number> {
  const child = spawn('bin/fieldstone', args, {
    env: { ...process.env, DATABASE_URL: url },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  let peak = 0
  const watch = setInterval(() => (peak = Math.max(peak, memoryWithChildren(child.pid!))), 20)
  const code = await new Promise<number | null>((done) => child.once('exit', done))
  clearInterval(watch)
  if (code !== 0) throw new Error(`bin/fieldstone ${args[0]} ended with ${code}.`)
  return peak
}
