import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { relative } from 'node:path'
import { z } from 'zod'
import { buildWhenNeeded } from './build-when-needed.ts'
import { requireChromium, requireEpubcheck, requireJava, requireJudges } from './packages.ts'

/**
 * Runs every check; ends with the plain line `N passed, N failed`. A name (core, server, browser, static) runs that
 * part alone; `faults` runs what is too long and rough for every run; `--quick` all that does not take long, for every
 * day.
 */
const isQuick = process.argv[2] === '--quick'
const only = isQuick ? undefined : process.argv[2]
if (isQuick) process.env.QUICK = '1'
const RESULTS = '.data/test-results'
rmSync(RESULTS, { recursive: true, force: true })
mkdirSync(RESULTS, { recursive: true })

let passed = 0
/** What failed, by name: said again at the end, where it is not buried under what other parts print. */
const failures: string[] = []
/** What passed only when it was tried again. */
const unsteady: string[] = []

function run(...command: string[]): boolean {
  return (
    spawnSync(process.execPath, command, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, FORCE_COLOR: '0' },
    }).status === 0
  )
}

/** A check that is right or wrong as a whole. */
type Check = readonly [name: string, ...command: string[]]

/** Two checks at a time, each of which works on one core; what one says is said in one piece. */
async function check(checks: readonly Check[]): Promise<void> {
  const waiting = [...checks]
  const lane = async (): Promise<void> => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [name, ...command] = next
      const { isFine, said } = await quietly(command)
      console.log(`\n== ${name}\n${said}`)
      if (isFine) passed++
      else failures.push(name)
    }
  }
  await Promise.all([lane(), lane()])
}

function quietly(command: readonly string[]): Promise<{ isFine: boolean; said: string }> {
  return new Promise((done) => {
    const child = spawn(process.execPath, command, { env: { ...process.env, FORCE_COLOR: '0' } })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (words: Buffer) => (said += words.toString()))
    child.on('close', (status) => done({ isFine: status === 0, said }))
  })
}

interface Outcome {
  passed: number
  failed: string[]
  unsteady: string[]
}

const vitestResult = z.object({
  testResults: z.array(
    z.object({
      name: z.string(),
      status: z.string(),
      assertionResults: z.array(z.object({ status: z.string(), fullName: z.string() })),
    }),
  ),
})

/** What a run of Vitest came to; a file that could not be run at all counts as one failure. */
function vitestOutcome(json: unknown): Outcome {
  const files = vitestResult.parse(json).testResults
  const tests = files.flatMap(({ name, assertionResults }) =>
    assertionResults.map((test) => ({ ...test, fullName: `${relative('.', name)} › ${test.fullName}` })),
  )
  const failed = tests.filter(({ status }) => status === 'failed').map(({ fullName }) => fullName)
  const unread = files
    .filter(
      ({ status, assertionResults }) =>
        status === 'failed' && assertionResults.every((test) => test.status !== 'failed'),
    )
    .map(({ name }) => relative('.', name))
  return {
    passed: tests.filter(({ status }) => status === 'passed').length,
    failed: [...failed, ...unread],
    unsteady: [],
  }
}

function vitest(project: string): void {
  console.log(`\n== ${project} tests`)
  const file = `${RESULTS}/${project}.json`
  const isFine = run(
    'node_modules/vitest/vitest.mjs',
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
  )
  count(project, isFine, file, vitestOutcome)
}

interface Suite {
  title: string
  suites?: Suite[]
  specs?: { title: string; tests: { status: string }[] }[]
}
const suite: z.ZodType<Suite> = z.lazy(() =>
  z.object({
    title: z.string(),
    suites: z.array(suite).optional(),
    specs: z.array(z.object({ title: z.string(), tests: z.array(z.object({ status: z.string() })) })).optional(),
  }),
)
const playwrightResult = z.object({ suites: z.array(suite) })

function playwrightOutcome(json: unknown): Outcome {
  const named = (status: string): string[] =>
    playwrightResult.parse(json).suites.flatMap((each) => titles(each, status, []))
  return {
    passed: named('expected').length + named('flaky').length,
    failed: named('unexpected'),
    unsteady: named('flaky'),
  }
}

function titles({ title, suites = [], specs = [] }: Suite, status: string, above: readonly string[]): string[] {
  const path = [...above, title]
  const own = specs.flatMap((spec) =>
    spec.tests.filter((test) => test.status === status).map(() => [...path, spec.title].join(' › ')),
  )
  return [...own, ...suites.flatMap((each) => titles(each, status, path))]
}

function playwright(): void {
  console.log('\n== browser tests')
  const file = `${RESULTS}/browser.json`
  process.env.PLAYWRIGHT_JSON_OUTPUT_NAME = file
  const isFine = run('node_modules/@playwright/test/cli.js', 'test', '--reporter=line,json')
  count('browser', isFine, file, playwrightOutcome)
}

/** Adds what a part came to; a part that failed without a failed test, or without figures, counts as one failure. */
function count(part: string, isFine: boolean, file: string, read: (json: unknown) => Outcome): void {
  try {
    const outcome = read(JSON.parse(readFileSync(file, 'utf8')))
    passed += outcome.passed
    failures.push(...outcome.failed)
    unsteady.push(...outcome.unsteady)
    if (!isFine && outcome.failed.length === 0) failures.push(`${part}: an error outside its tests`)
  } catch (error) {
    failures.push(`${part}: no figures (${error instanceof Error ? error.message : String(error)})`)
  }
}

const wants = (part: string): boolean =>
  (only === undefined && part !== 'faults' && !(isQuick && part === 'browser')) || only === part
// The server prints PDF with Chromium; Java runs two checkers.
if (!isQuick && (wants('browser') || wants('server'))) requireChromium()
if (wants('core') || wants('server')) requireJudges()
if (!isQuick && (wants('core') || wants('server'))) {
  requireJava()
  requireEpubcheck()
}
if (wants('static')) {
  // What the others read comes first.
  await check([['theme', '--import', 'tsx', 'scripts/theme-css.tsx']])
  await check([['types of routes', 'node_modules/@react-router/dev/bin.js', 'typegen']])
  // The longest first. Every day only what has changed is looked at again.
  await check([
    [
      'lint',
      'node_modules/eslint/bin/eslint.js',
      '.',
      '--max-warnings',
      '0',
      ...(isQuick ? ['--cache', '--cache-location', '.data/eslint.json'] : []),
    ],
    [
      'type check',
      'node_modules/typescript/bin/tsc',
      '--noEmit',
      ...(isQuick ? ['--incremental', '--tsBuildInfoFile', '.data/typescript.json'] : []),
    ],
    ['format', 'node_modules/prettier/bin/prettier.cjs', '--check', '.', '--log-level', 'warn'],
    [
      'layers',
      'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
      '--config',
      '.dependency-cruiser.cjs',
      'core',
      'server',
      'app',
      'reader',
      'standins',
      'demo',
      'scripts',
    ],
    ['licences', '--import', 'tsx', 'scripts/licences.ts', '--check'],
  ])
}
if (wants('core')) {
  vitest('core')
  vitest('interface')
}
if (wants('server') || wants('browser') || wants('faults')) buildWhenNeeded()
if (wants('server')) vitest('server')
if (wants('server') && !isQuick) vitest('alone')
if (wants('browser')) playwright()
if (wants('faults')) vitest('faults')

for (const name of unsteady) console.log(`\nPassed only when tried again: ${name}`)
for (const name of failures) console.log(`\nFailed: ${name}`)
console.log(`\n${passed} passed, ${failures.length} failed`)
process.exit(failures.length > 0 ? 1 : 0)
