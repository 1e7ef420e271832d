import { byName } from '../tree/by-name.ts'

/**
 * What the setter of formulas says about the mistakes that are made most, in plain words. What it says of others stays
 * as it is: it names the command that is meant.
 */
const PLAIN: readonly (readonly [said: RegExp, words: (first: string, second: string) => string])[] = [
  [/^Expected '(.+)', got 'EOF'$/, (missing) => `${missing} is missing at the end.`],
  [/^Unexpected end of input in a macro argument/, () => 'The formula ends too early: something in { } is missing.'],
  [/^Expected 'EOF', got '(\}|\\right)'$/, (extra) => `There is no ${OPENS[extra]} for this ${extra}.`],
  [/^Expected 'EOF', got '(.+)'$/, (extra) => `${extra} can’t stand here.`],
  [/^Expected & or /, () => 'The environment is not closed: \\end{…} is missing.'],
  [/^Expected '(.+)', got '(.+)'$/, (missing, found) => `${missing} is missing before ${found}.`],
  [/^Expected group (?:as argument to|after) '(.+)'$/, (command) => `What ${command} belongs to is missing after it.`],
  [/^Mismatch: (.+) matched by (.+)$/, (opened, closed) => `${opened} can’t be closed by ${closed}.`],
  [/^(?:Undefined control sequence|Unsupported function name): (.+)$/, (command) => `There is no command ${command}.`],
  [/^Can't use function '(.+)' in math mode$/, (sign) => `${sign} can’t stand in a formula.`],
  [/^No such environment: (.+)$/, (name) => `There is no environment “${name}”.`],
  [/^Double (super|sub)script$/, (which) => `Two ${which}scripts follow each other: put what belongs together in { }.`],
  [/^Function "(.+)" is not trusted$/, (command) => `${command} can’t be used here, as it leads out of the formula.`],
  [/^Too many expansions/, () => 'A command in it stands for itself, without end.'],
]

const OPENS = byName<string>({ '}': '{', '\\right': '\\left' })

/** A message of the setter, without its place, as a sentence. */
export function problemWords(message: string): string {
  for (const [said, words] of PLAIN) {
    const found = said.exec(message)
    if (found) return words(found[1] ?? '', found[2] ?? '')
  }
  return `${message}.`
}
