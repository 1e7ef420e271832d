import { mkdirSync, writeFileSync } from 'node:fs'
import { buildWhenNeeded } from '../scripts/build-when-needed.ts'
import { requireChromium, requireJudges } from '../scripts/packages.ts'
import { benchBooks } from './books.ts'
import { benchChecks, benchSizes } from './checks.ts'
import { benchFixture } from './fixture.ts'
import { benchHtml } from './html.ts'
import type { Figure } from './measure.ts'

/**
 * Prints ratios, each against a baseline of the same run, and writes them to .data/bench.json. `npm run bench -- html`
 * runs one part.
 */
const only = process.argv[2]
const wants = (part: string): boolean => only === undefined || only === part
const figures: Figure[] = []
const report = (found: readonly Figure[]): void => {
  for (const { name, ratio, goal, isReached, detail } of found)
    console.log(
      `${isReached ? 'reached' : 'MISSED '}  ${ratio.toFixed(2)}  (${goal})  ${name}\n               ${detail}`,
    )
  figures.push(...found)
}

if (wants('html')) report(await benchHtml())
if (wants('checks')) report(await benchChecks())
if (wants('sizes')) {
  buildWhenNeeded()
  report(benchSizes())
}
if (wants('books')) {
  requireJudges()
  report(await benchBooks())
}
if (
  ['saving', 'reading', 'typing', 'pasting', 'words', 'opening', 'lists', 'crowd', 'together', 'crowded'].some(wants) ||
  only === 'backup'
) {
  requireChromium()
  buildWhenNeeded()
  const fixture = await benchFixture()
  process.env.DATABASE_URL = fixture.url
  process.env.LOG_LEVEL = 'silent'
  const { pool } = await import('../server/database/pool.server.ts')
  const { makeSchool } = await import('../test/server/setup/factories.ts')
  try {
    await makeSchool(pool)
    if (wants('saving')) report(await (await import('./saving.ts')).benchSaving(fixture.url))
    if (wants('reading')) report(await (await import('./reading.ts')).benchReading(fixture.url))
    if (wants('opening')) report(await (await import('./opening.ts')).benchOpening(fixture.url))
    if (wants('lists')) report(await (await import('./lists.ts')).benchLists(fixture.url))
    if (wants('together')) report(await (await import('./together.ts')).benchTogether(fixture.url))
    if (wants('crowded')) report(await (await import('./crowded.ts')).benchCrowded(fixture.url))
    // By name alone: it takes minutes, and 10 GB of disk.
    if (only === 'backup') report(await (await import('./backup.ts')).benchBackup(fixture.url))
    if (wants('crowd')) report(await (await import('./crowd.ts')).benchCrowd(fixture.url))
    if (wants('pasting')) report(await (await import('./pasting.ts')).benchPasting(fixture.url))
    if (wants('words')) report(await (await import('./words.ts')).benchWords(fixture.url))
    if (wants('typing')) report(await (await import('./typing.ts')).benchTyping(fixture.url))
  } finally {
    await pool.end()
    fixture.stop()
  }
}
mkdirSync('.data', { recursive: true })
writeFileSync('.data/bench.json', JSON.stringify(figures, null, 2))
