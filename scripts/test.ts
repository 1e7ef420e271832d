import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { z } from 'zod'
import { buildWhenNeeded } from './build-when-needed.ts'
import { requireChromium, requireEpubcheck, requireJava, requireJudges } from './packages.ts'

/** Runs every check; ends with the plain line `N passed, N failed`. A name (core, server, browser, static) runs that part alone; `faults` runs what is too long and rough for every run; `--quick` all that does not take long, for every day. */
const isQuick = process.argv[2] === '--quick'
const only = isQuick ? undefined : process.argv[2]
if (isQuick) process.env.QUICK = '1'
const RESULTS = '.data/test-results'
rmSync(RESULTS, { recursive: true, force: true })
mkdirSync(RESULTS, { recursive: true })

let passed = 0
let failed = 0

function run(...command: string[]): boolean {
  return spawnSync(process.execPath, command, { stdio: ['ignore', 'inherit', 'inherit'], env: { ...process.env, FORCE_COLOR: '0' } }).status === 0
}

/** A check that is right or wrong as a whole. */
function check(name: string, ...command: string[]): void {
  console.log(`\n== ${name}`)
  if (run(...command)) passed++
  else failed++
}

const vitestResult = z.object({ numPassedTests: z.number(), numFailedTests: z.number(), numFailedTestSuites: z.number() })
const playwrightResult = z.object({ stats: z.object({ expected: z.number(), unexpected: z.number(), flaky: z.number() }) })

function vitest(project: string): void {
  console.log(`\n== ${project} tests`)
  const file = `${RESULTS}/${project}.json`
  const isFine = run('node_modules/vitest/vitest.mjs', 'run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile.json=${file}`)
  count(isFine, () => {
    const { numPassedTests, numFailedTests } = vitestResult.parse(JSON.parse(readFileSync(file, 'utf8')))
    return [numPassedTests, numFailedTests]
  })
}

function playwright(): void {
  console.log('\n== browser tests')
  const file = `${RESULTS}/browser.json`
  process.env.PLAYWRIGHT_JSON_OUTPUT_NAME = file
  const isFine = run('node_modules/@playwright/test/cli.js', 'test', '--reporter=line,json')
  count(isFine, () => {
    const { stats } = playwrightResult.parse(JSON.parse(readFileSync(file, 'utf8')))
    return [stats.expected + stats.flaky, stats.unexpected]
  })
}

/** Adds a runner's figures; a runner that failed without a failed test, or without figures, counts as one failure. */
function count(isFine: boolean, figures: () => readonly [number, number]): void {
  try {
    const [good, bad] = figures()
    passed += good
    failed += isFine ? bad : Math.max(1, bad)
  } catch {
    failed++
  }
}

const wants = (part: string): boolean => (only === undefined && part !== 'faults' && !(isQuick && part === 'browser')) || only === part
// The server prints PDF with Chromium; Java runs two checkers.
if (!isQuick && (wants('browser') || wants('server'))) requireChromium()
if (!isQuick && (wants('core') || wants('server'))) {
  requireJava()
  requireEpubcheck()
  requireJudges()
}
if (wants('static')) {
  check('theme', '--import', 'tsx', 'scripts/theme-css.tsx')
  check('types of routes', 'node_modules/@react-router/dev/bin.js', 'typegen')
  // Every day only what has changed is looked at again.
  check('type check', 'node_modules/typescript/bin/tsc', '--noEmit', ...(isQuick ? ['--incremental', '--tsBuildInfoFile', '.data/typescript.json'] : []))
  check('licences', '--import', 'tsx', 'scripts/licences.ts', '--check')
  check('lint', 'node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0', ...(isQuick ? ['--cache', '--cache-location', '.data/eslint.json'] : []))
  check('layers', 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs', '--config', '.dependency-cruiser.cjs', 'core', 'server', 'app', 'reader', 'standins', 'demo', 'scripts')
}
if (wants('core')) vitest('core')
if (wants('server') || wants('browser') || wants('faults')) buildWhenNeeded()
if (wants('server')) vitest('server')
if (wants('browser')) playwright()
if (wants('faults')) vitest('faults')

console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed > 0 ? 1 : 0)
