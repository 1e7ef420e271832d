import { readdirSync, readFileSync, statSync } from 'node:fs'
import { parseFragment } from 'parse5'
import { readPage } from '../core/html/read.ts'
import { writePage } from '../core/html/write.ts'
import { cleanHtml } from '../core/paste/clean.ts'
import { proof } from '../core/proof/proof.ts'
import { checkSource } from '../core/source/check/check.ts'
import { longPage } from './html.ts'
import { type Figure, inTurn, median } from './measure.ts'

async function against(
  name: string,
  most: number,
  runs: number,
  ours: () => unknown,
  theirs: () => unknown,
): Promise<Figure> {
  const [mine, base] = await inTurn(runs, ours, theirs)
  const ratio = median(mine) / median(base)
  return {
    name,
    ratio,
    goal: `at most ${most}`,
    isReached: ratio <= most,
    detail: `${median(mine).toFixed(1)} ms against ${median(base).toFixed(1)} ms (median of ${runs})`,
  }
}

/** What looks HTML and pages over: paste, source check, proof, each against parse5 over the same HTML. */
export async function benchChecks(): Promise<Figure[]> {
  const large = longPage(1_000_000)
  const dead = Array.from({ length: 90_000 }, (_, at) => `<p>See <a href="#place-${at}">here</a>.</p>`).join('\n')
  const parse = (html: string) => (): unknown => parseFragment(html, { sourceCodeLocationInfo: true })
  // 5,000 words are about 32 kB of this page.
  const { page } = readPage(longPage(32_000))
  const html = writePage(page, 'source')
  return [
    await against(
      'Cleaning a paste of 1 MB, against parse5 with positions',
      5,
      9,
      () => cleanHtml(large),
      parse(large),
    ),
    await against('Source check of 1 MB, against parse5 with positions', 5, 9, () => checkSource(large), parse(large)),
    await against(
      'Source check of 4 MB of links to places that are not there, against parse5 with positions',
      6,
      5,
      () => checkSource(dead),
      parse(dead),
    ),
    await against(
      'Proof of a page of 5,000 words, against parse5 over its HTML',
      2,
      25,
      () => proof(page),
      parse(html),
    ),
  ]
}

/** What students and authors load, in bytes as browsers receive them, against the bound. */
export function benchSizes(): Figure[] {
  const size = (file: string): number =>
    statSync(`${file}.br`, { throwIfNoEntry: false })?.size ?? readFileSync(file).length
  const all = (files: readonly string[]): number => files.reduce((sum, file) => sum + size(file), 0)
  const reader = (ending: string): number =>
    all(
      readdirSync('build/reader/assets')
        .filter((file) => file.endsWith(ending))
        .map((file) => `build/reader/assets/${file}`),
    )
  const styles = readdirSync('build/client/assets')
    .filter((file) => /^(root|course|sheet|content|pieces|plan-tree|strip)-.*\.css$/.test(file))
    .map((file) => `build/client/assets/${file}`)
  const figure = (name: string, bytes: number, most: number): Figure => ({
    name,
    ratio: bytes / most,
    goal: 'at most 1',
    isReached: bytes <= most,
    detail: `${(bytes / 1000).toFixed(1)} kB as it is sent, of ${most / 1000}`,
  })
  return [
    figure('All that pieces do in the reading room, packed by gzip', gzipped('build/reader/assets/'), 18_000),
    figure('Script of the reading room', reader('.js'), 15_000),
    figure('Script and style of the reading room', reader('.js') + reader('.css'), 60_000),
    figure('Script of the sheet before the first key', all(sheetScripts()), 450_000),
    figure('Script and style of the sheet before the first key', all(sheetScripts()) + all(styles), 450_000),
  ]
}

/** The scripts of a folder as older browsers receive them, in bytes. */
const gzipped = (folder: string): number =>
  readdirSync(folder)
    .filter((file) => file.endsWith('.js.gz'))
    .reduce((sum, file) => sum + statSync(folder + file).size, 0)

/** Every script that opening the sheet fetches: what its route and its editor import, not what opens later. */
function sheetScripts(): string[] {
  const folder = 'build/client/assets/'
  const files = readdirSync(folder)
  const start = files.filter((file) => /^(entry\.client|root|course|sheet|workbench|manifest)-.*\.js$/.test(file))
  const found = new Set<string>()
  const waiting = [...start]
  for (let file = waiting.pop(); file; file = waiting.pop()) {
    if (found.has(file)) continue
    found.add(file)
    for (const [, imported] of readFileSync(folder + file, 'utf8').matchAll(
      /(?:from|import)\s*["']\.\/([\w.-]+\.js)["']/g,
    ))
      waiting.push(imported!)
  }
  return [...found].map((file) => folder + file)
}
