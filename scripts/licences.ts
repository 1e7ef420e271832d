import { readFileSync, writeFileSync } from 'node:fs'
import { z } from 'zod'

/*
 * Writes which licences the packages have that run with Fieldstone, as the lock file tells them; `--check` fails when
 * the table is not that any more.
 */
const FILE = 'docs/licences.md'
/**
 * Licences that ask for nothing but their own text, by their SPDX names. Whatever else there is, is named one by one.
 */
const PLAIN = [
  'MIT',
  'MIT-0',
  'ISC',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'Apache-2.0',
  '0BSD',
  'Unlicense',
  'CC0-1.0',
  'BlueOak-1.0.0',
]

const lock = z.object({
  packages: z.record(
    z.string(),
    z.object({
      version: z.string().optional(),
      license: z.string().optional(),
      dev: z.boolean().optional(),
      devOptional: z.boolean().optional(),
      peer: z.boolean().optional(),
    }),
  ),
})
const { packages } = lock.parse(JSON.parse(readFileSync('package-lock.json', 'utf8')))

const running = Object.entries(packages).flatMap(([path, { license, dev }]) =>
  path === '' || dev ? [] : [{ name: path.replace(/^.*node_modules\//, ''), license: license ?? 'not told' }],
)
const byLicense = new Map<string, Set<string>>()
for (const { name, license } of running) byLicense.set(license, (byLicense.get(license) ?? new Set()).add(name))

const rows = [...byLicense]
  .sort(([a, one], [b, other]) => other.size - one.size || a.localeCompare(b))
  .map(([license, names]) => {
    const isPlain = license
      .replace(/[()]/g, '')
      .split(' OR ')
      .some((each) => PLAIN.includes(each))
    return `| ${license} | ${names.size} | ${isPlain ? '' : [...names].sort().join(', ')} |`
  })
const text = `# Licences

Of the packages that run with Fieldstone, as their authors tell them (made by \`npm run licences\` from the lock file; \`bin/test
static\` fails when it is out of date). Packages are named where a licence asks for more than its own text to be kept: LGPL and
MPL want changes to that very package published, CC-BY and CC-BY-SA their authors named. Fieldstone uses all of them unchanged.

| licence | packages | which |
|---|---|---|
${rows.join('\n')}

What is used for building and testing alone runs nowhere and is not in this table. The fonts (SIL Open Font License 1.1) are
packages too: Literata, Atkinson Hyperlegible Next, JetBrains Mono.
`

if (process.argv.includes('--check')) {
  const isCurrent = readFileSync(FILE, 'utf8') === text
  if (!isCurrent) console.error(`${FILE} is not what the lock file says: npm run licences writes it anew.`)
  process.exit(isCurrent ? 0 : 1)
}
writeFileSync(FILE, text)
