import { readFileSync } from 'node:fs'
import { codeFiles, wordsIn } from '../test/shared/words-in.ts'

/*
 * Prints what the application says, by area, so that it can be read in one pass: what authors read as it stands in
 * their screens, what students read as it stands in the message files. `npm run words plan sheet` prints some areas.
 */

/** An area is a folder of screens, or of what they are made from. */
const areaOf = (file: string): string => file.split('/').slice(0, 2).join('/')

const chosen = process.argv.slice(2)
const byArea = new Map<string, string[]>()
for (const file of codeFiles()) {
  const said = [...new Set(wordsIn(file, readFileSync(file, 'utf8')))]
  if (said.length > 0)
    byArea.set(areaOf(file), [...(byArea.get(areaOf(file)) ?? []), `\n${file}`, ...said.map((words) => `  ${words}`)])
}
for (const [area, lines] of [...byArea].sort(([a], [b]) => a.localeCompare(b)))
  if (chosen.length === 0 || chosen.some((name) => area.endsWith(`/${name}`)))
    console.log(`\n# ${area}\n${lines.join('\n').replace(/\n\s*\n/g, '\n')}`)
