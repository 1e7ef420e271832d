import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { expect, test } from 'vitest'

process.env.DATABASE_URL ??= 'postgres://nobody@127.0.0.1:1/nothing'
const { readConfig } = await import('../../server/config.server.ts')

/* What the guides say is so: whoever follows them finds every file, setting, figure and command that they name. */
const guides = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync('docs')
    .filter((name) => name.endsWith('.md'))
    .map((name) => `docs/${name}`),
]
const operating = readFileSync('docs/operating.md', 'utf8')

/** What stands in a guide between backquotes. */
const quoted = (text: string): string[] =>
  [...text.replace(/```[^]*?```/g, '').matchAll(/`([^`\n]+)`/g)].map(([, words]) => words!)

const pathsIn = (guide: string): string[] =>
  quoted(readFileSync(guide, 'utf8')).filter((words) =>
    /^(core|app|server|reader|standins|demo|db|docs|test|bench|scripts|bin)\/[\w./<>{},*-]*$/.test(words),
  )

test('the guides name many paths, so that looking for them says something', () => {
  expect(guides.flatMap(pathsIn).length).toBeGreaterThan(60)
})

test.each(guides)('every path that %s names is there', (guide) => {
  const paths = pathsIn(guide)
  const missing = paths.flatMap((path) => {
    // `{a,b}` names two files; from `<kind>`, `*` or a number on it is a pattern, and only its folder is looked for.
    const [, before = path, inner, after = ''] = /^(.*?)\{([^}]*)\}(.*)$/.exec(path) ?? []
    const each = inner === undefined ? [path] : inner.split(',').map((part) => before + part + after)
    return each
      .map((one) => one.replace(/\/?[^/]*(<|\*|NNNN).*$/, ''))
      .filter((one) => ![one, `${one}.ts`, `${one}.tsx`, `${one}.server.ts`].some((name) => existsSync(name)))
  })
  expect(missing).toEqual([])
})

test.each(guides)('every link of %s within the project leads somewhere', (guide) => {
  const folder = guide.includes('/') ? 'docs/' : ''
  const links = [...readFileSync(guide, 'utf8').matchAll(/\]\(([^)#:]+)\)/g)].map(([, to]) => folder + to!)
  expect(links.filter((link) => !existsSync(link))).toEqual([])
})

test('the table of settings names each setting there is, and no other', () => {
  const table = operating.slice(operating.indexOf('| setting |'), operating.indexOf('## In front of it'))
  const told = table
    .split('\n')
    .flatMap((line) => quoted(line.split('|')[1] ?? ''))
    .sort()
  expect(told).toEqual(
    Object.keys({
      ...readConfig({ DATABASE_URL: 'postgres://x' }),
      ADDRESS: '',
      SEALED_ADDRESS: '',
      SMTP_URL: '',
      METRICS_PORT: '',
    }).sort(),
  )
})

test('the figures of the guide are those that are given', () => {
  const source = readFileSync('server/metrics/metrics.server.ts', 'utf8')
  const given = [...source.matchAll(/name: '(fieldstone_\w+)'/g)].map(([, name]) => name!).sort()
  expect([...new Set(operating.match(/fieldstone_\w+/g))].sort()).toEqual(given)
})

test('the commands of the guide are commands', () => {
  const help = readFileSync('scripts/command-line.ts', 'utf8')
  for (const [, command] of operating.matchAll(/fieldstone\.js ([a-z][a-z-]+)/g))
    expect(help, command).toMatch(new RegExp(`^  ${command} `, 'm'))
})

test('what the container copies is there, and so is what the service starts once it is built', () => {
  const container = readFileSync('Containerfile', 'utf8')
  for (const [, path] of container.matchAll(/COPY --from=build \/srv\/fieldstone\/(\S+)/g))
    expect(existsSync(path!), path).toBe(true)
  expect(existsSync(/ExecStart=\S+ (\S+)/.exec(operating)![1]!)).toBe(true)
})
