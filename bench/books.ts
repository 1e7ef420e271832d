import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readPage } from '../core/html/read.ts'
import { statistics } from '../core/document/statistics.ts'
import { longPage } from './html.ts'
import { type Figure, inTurn, median } from './measure.ts'

/** An e-book of 120,000 words in 40 chapters: our whole command against pandoc's, from the same HTML. */
export async function benchBooks(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'books-'))
  try {
    const chapters = Array.from({ length: 40 }, (_, at) =>
      longPage(18_300)
        .replace('<h1>A long page</h1>', `<h2>Chapter ${at + 1}</h2>`)
        .replace(/<(\/?)h2>(?!Chapter)/g, '<$1h3>')
        .replace(/<h2>(Chapter \d+)<\/h3>/, '<h2>$1</h2>'),
    )
    const html = `<h1>A long book</h1>\n${chapters.join('\n')}`
    const { words } = statistics(readPage(html).page)
    const [from, ours, theirs] = ['book.html', 'ours.epub', 'theirs.epub'].map((name) => join(folder, name)) as [
      string,
      string,
      string,
    ]
    writeFileSync(from, html)
    const run = (command: string, ...args: string[]): void => {
      const { status, stderr } = spawnSync(command, args, { encoding: 'utf8' })
      if (status !== 0) throw new Error(`${command}: ${stderr}`)
    }
    const [mine, base] = await inTurn(
      5,
      () => run('bin/fieldstone', 'convert', from, ours),
      () => run('pandoc', '-f', 'html', from, '-o', theirs, '--metadata', 'title=A long book'),
    )
    const ratio = median(mine) / median(base)
    return [
      {
        name: `EPUB of ${words.toLocaleString('en')} words in 40 chapters, whole command, against pandoc’s`,
        ratio,
        goal: 'at most 2',
        isReached: ratio <= 2,
        detail: `${(median(mine) / 1000).toFixed(1)} s against ${(median(base) / 1000).toFixed(1)} s; ${(statSync(ours).size / 1024).toFixed(0)} kB and ${(statSync(theirs).size / 1024).toFixed(0)} kB`,
      },
    ]
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
