import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'

const isRoot = process.getuid?.() === 0

/**
 * Makes sure that a file of a Debian package is there, installing the packages when we may.
 * Without the right to install it ends the process, naming exactly what to install.
 */
export function requirePackages(file: string | (() => string | null), packages: readonly string[], what: string): void {
  const has = (): boolean => (typeof file === 'string' ? existsSync(file) : file() !== null)
  if (has()) return
  if (!isRoot || !existsSync('/usr/bin/apt-get')) {
    console.error(
      `Fieldstone needs ${what}. Install it with:\n  sudo apt-get install --no-install-recommends ${packages.join(' ')}\nthen run this again.`,
    )
    process.exit(2)
  }
  console.log(`Installing ${what} (${packages.join(' ')})…`)
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const apt = (...args: string[]): number =>
    spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env: environment }).status ?? 1
  const install = (): number => apt('install', '-y', '-qq', '--no-install-recommends', ...packages)
  if (install() !== 0) {
    apt('update', '-qq')
    install()
  }
  if (has()) return
  console.error(`${what} could not be installed. Try: apt-get update && apt-get install ${packages.join(' ')}`)
  process.exit(2)
}

/** Debian's Chromium for browser tests and for printing PDF, with fonts for signs and other scripts. */
const CHROMIUM = [
  '/usr/bin/chromium',
  ['chromium', 'fonts-noto-color-emoji', 'fonts-noto-core'],
  'Debian’s Chromium',
] as const

export function requireChromium(): void {
  requirePackages(...CHROMIUM)
}

/** The same where it is of use and not needed: without the right to install, PDF is what is missing. */
export function wishChromium(): void {
  if (existsSync(CHROMIUM[0]) || (isRoot && existsSync('/usr/bin/apt-get'))) return requireChromium()
  console.log(
    `Without Debian’s package chromium no PDF can be made; everything else works. To have it:\n  sudo apt-get install --no-install-recommends ${CHROMIUM[1].join(' ')}`,
  )
}

/** Reads documents, PDF and words beside us, in tests. */
export function requireJudges(): void {
  requirePackages(
    () => (['pandoc', 'pdfinfo', 'hunspell'].every((name) => existsSync(`/usr/bin/${name}`)) ? '' : null),
    ['pandoc', 'poppler-utils', 'hunspell'],
    'pandoc, poppler-utils and hunspell',
  )
}

/** Java, for the HTML checker in tests. */
export function requireJava(): void {
  requirePackages('/usr/bin/java', ['default-jre-headless'], 'Java')
}

/** The checker of EPUB publications, for tests. */
export function requireEpubcheck(): void {
  requirePackages('/usr/bin/epubcheck', ['epubcheck'], 'EPUBCheck')
}
