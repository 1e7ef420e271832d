import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const SOURCES = [
  'app',
  'core',
  'server',
  'reader',
  'public',
  'scripts',
  'db',
  'vite.config.ts',
  'vite.reader.config.ts',
  'vite.standalone.config.ts',
  'vite.tools.config.ts',
  'react-router.config.ts',
  'package-lock.json',
]
const FINGERPRINT = 'build/fingerprint'

/** A fingerprint of everything that is built. */
function fingerprint(): string {
  const hash = createHash('sha1')
  const walk = (path: string): void => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name))
    else if (!/\.test\.tsx?$/.test(path)) hash.update(path).update(readFileSync(path))
  }
  SOURCES.forEach(walk)
  return hash.digest('hex')
}

/** Builds the application unless it was built from just these sources. Throws when it can't be built. */
export function buildWhenNeeded(): void {
  const now = fingerprint()
  if (existsSync(FINGERPRINT) && readFileSync(FINGERPRINT, 'utf8') === now) return
  console.log('Building Fieldstone (some 20 seconds)…')
  const { status, stdout, stderr } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/build.ts'], {
    encoding: 'utf8',
  })
  if (status !== 0) throw new Error(`The build failed:\n${stdout}\n${stderr}`)
  writeFileSync(FINGERPRINT, now)
}
