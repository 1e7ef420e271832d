import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { readFile, writeFile } from 'node:fs/promises'
import { basename, extname } from 'node:path'
import { nanoid } from 'nanoid'
import pg from 'pg'
import { plainText } from '../core/document/plain-text.ts'
import { problemOfPage } from '../core/document/check.ts'
import { pageFromJson, schema } from '../core/document/schema.ts'
import { upgraded } from '../core/document/upgrade.ts'
import { SCHEMA_VERSION } from '../core/kinds/upgrades.ts'
import { statistics } from '../core/document/statistics.ts'
import { fileTypeFromBuffer } from 'file-type'
import { shelfItemsOf } from '../core/document/shelf-items.ts'
import type { Book, BookPicture } from '../core/formats/book.ts'
import { type ImportAs, type ImportNote, type ImportResult, importedText } from '../core/formats/imported.ts'
import { EBOOK_STYLE } from '../core/formats/ebook-style.ts'
import { epubFiles } from '../core/formats/epub.ts'
import { toMarkdown } from '../core/formats/markdown.ts'
import { readEpub } from '../core/formats/read-epub.ts'
import { readMarkdown, readWebText } from '../core/formats/read-markdown.ts'
import { readWord } from '../core/formats/read-word.ts'
import { webDocument } from '../core/formats/web-document.ts'
import { zipEpub } from '../core/formats/zip.ts'
import { readPage } from '../core/html/read.ts'
import { proof } from '../core/proof/proof.ts'
import { ruleOf } from '../core/proof/registry.ts'
import { cleanHtml } from '../core/paste/clean.ts'
import { checkSource } from '../core/source/check/check.ts'
import { printSource } from '../core/source/print.ts'
import { backup, restore } from './backup.ts'
import { buildWhenNeeded } from './build-when-needed.ts'

const HELP = `bin/fieldstone gives the core to scripts and bulk work.

  read FILE.html…      the page in it, as JSON, with what was left out or changed
  write FILE.json…     the HTML of a page (JSON of a page, or what “read” prints)
  clean FILE.html…     what paste makes of it: { html, report }
  source-check FILE…   what is wrong in the HTML, by line, with repairs: { diagnostics }
  proof FILE…          what the proof finds in a page (HTML or JSON): { findings }
  convert IN OUT       by their endings: .html, .json, .md, .docx or .epub to .md, .json, .epub (a chapter for each main
                       heading), or .html (one document with all it needs in it)
  stats FILE…          words, characters, minutes of reading (HTML or JSON)
  backup FILE          writes the whole database to a file   (DATABASE_URL)
  restore FILE         reads it into an empty database       (DATABASE_URL)
  manager MAIL NAME    makes somebody a manager of the school, a new person if need be, and prints the way to their
                       password, good for an hour            (DATABASE_URL)
  second-step-off MAIL takes the second step off an account whose authenticator was lost   (DATABASE_URL)

With several files one JSON object a line, each with its file. “-” is standard input.
Exit 0: done. 1: a check has found something. 2: bad input, with a sentence on standard error.`

/** Bad input: the message is a sentence for whoever called. */
class BadInput extends Error {}

async function textOf(file: string): Promise<string> {
  if (file === '-') {
    const chunks: Buffer[] = []
    for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
    return Buffer.concat(chunks).toString('utf8')
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await readFile(file))
  } catch (error) {
    throw new BadInput(
      error instanceof TypeError
        ? `${file} is not text in UTF-8.`
        : `${file} can’t be read: ${error instanceof Error ? error.message : String(error)}`,
    )
  }
}

async function pageOf(file: string): Promise<ReturnType<typeof pageFromJson>> {
  const text = await textOf(file)
  if (!/^\s*\{/.test(text)) return readPage(text).page
  try {
    const json = JSON.parse(text) as { document?: unknown; version?: number }
    const page = pageFromJson(upgraded(json.document ?? json, json.version ?? 1))
    const problem = problemOfPage(page)
    if (problem) throw new Error(problem)
    return page
  } catch (error) {
    throw new BadInput(`${file} is not the JSON of a page: ${error instanceof Error ? error.message : String(error)}`)
  }
}

/** What each command makes of one file. A string is printed as it is when there is one file alone. */
const COMMANDS: Record<string, (file: string) => Promise<string | object>> = {
  read: async (file) => {
    const { page, notes } = readPage(await textOf(file), { positions: true })
    return { version: SCHEMA_VERSION, document: page.toJSON() as unknown, notes }
  },
  clean: async (file) => {
    const { blocks, report } = cleanHtml(await textOf(file))
    const page = schema.node('doc', null, [
      schema.node('title'),
      ...(blocks.length > 0 ? blocks : [schema.node('paragraph')]),
    ])
    return { html: printSource(page).html.replace(/^<h1><\/h1>\n/, ''), report }
  },
  'source-check': async (file) => {
    const diagnostics = checkSource(await textOf(file))
    if (diagnostics.length > 0) process.exitCode = 1
    return { diagnostics }
  },
  proof: async (file) => {
    const findings = proof(await pageOf(file)).map((finding) => ({
      ...finding,
      criterion: ruleOf(finding.rule)?.criterion,
      repairs: ruleOf(finding.rule)?.repairs,
    }))
    if (findings.length > 0) process.exitCode = 1
    return { findings }
  },
  write: async (file) => printSource(await pageOf(file)).html,
  stats: async (file) => {
    const page = await pageOf(file)
    return {
      title: page.firstChild?.textContent ?? '',
      ...statistics(page),
      paragraphs: plainText(page).split('\n').filter(Boolean).length - 1,
    }
  },
}

async function main([command = '', ...files]: string[]): Promise<void> {
  if (command === '' || command === '--help' || command === 'help') return void console.log(HELP)
  if (command === 'convert') return convert(files)
  if (command === 'backup' || command === 'restore') return moveDatabase(command, files)
  if (command === 'second-step-off') return takeSecondStepOff(files)
  if (command === 'manager') return makeManager(files)
  const run = COMMANDS[command]
  if (!run) throw new BadInput(`There is no command “${command}”. bin/fieldstone --help tells which there are.`)
  if (files.length === 0) throw new BadInput(`“${command}” needs a file.`)
  for (const file of files) {
    const result = await run(file)
    if (files.length > 1)
      console.log(JSON.stringify({ file, ...(typeof result === 'string' ? { html: result } : result) }))
    else process.stdout.write(typeof result === 'string' ? result : `${JSON.stringify(result, null, 2)}\n`)
  }
}

/** A document read by the ending of its name: one page, or a book with a chapter for each main heading. */
async function bookOf(file: string, as: ImportAs): Promise<{ book: Book; notes: readonly ImportNote[] }> {
  const name = basename(file).replace(/\.[^.]*$/, '')
  const bytes = async (): Promise<Uint8Array> => new Uint8Array(await readFile(file))
  const freshId = (): string => nanoid(8)
  const readers: Record<string, () => Promise<ImportResult>> = {
    '.md': async () => readMarkdown(await textOf(file), as, name, freshId),
    '.html': async () => readWebText(await textOf(file), as, name, freshId),
    '.htm': async () => readWebText(await textOf(file), as, name, freshId),
    '.docx': async () => readWord(await bytes(), as, name, freshId),
    '.epub': async () => readEpub(await bytes(), name, freshId),
  }
  const read = await (
    readers[extname(file)] ??
    (async () =>
      ({
        ok: true,
        imported: importedText({ page: await pageOf(file), notes: [], pictures: [] }, as, name, freshId),
      }) as const)
  )()
  if (!read.ok) throw new BadInput(`${file}: ${read.reason}`)
  const { opening, parts, notes } = read.imported
  const pictures = new Map(
    await Promise.all(read.imported.pictures.map(async ({ id, bytes }) => [id, await pictureOf(bytes)] as const)),
  )
  let number = 0
  const book: Book = {
    identifier: `urn:uuid:${randomUUID()}`,
    language: 'en',
    direction: 'ltr',
    authors: [],
    modified: new Date().toISOString().replace(/\.\d+Z$/, 'Z'),
    opening: opening.page,
    parts: parts.map((part) => ({
      title: part.title,
      chapters: part.chapters.map((each) => ({ ...each, number: String(++number) })),
    })),
    pictures,
  }
  return { book, notes }
}

/** A picture with the type that its bytes have, whatever its name said. */
async function pictureOf(bytes: Uint8Array): Promise<BookPicture> {
  const type = await fileTypeFromBuffer(bytes)
  // Drawings are text: nothing at their start tells them for certain.
  return { bytes, mediaType: type?.mime ?? 'image/svg+xml', ending: type?.ext ?? 'svg' }
}

/** Nothing is left out or changed unsaid: a line each on standard error. */
function tell(from: string, notes: readonly ImportNote[]): void {
  for (const { message, count } of notes) console.error(`${from}: ${message}${count > 1 ? ` (${count} times)` : ''}`)
}

async function convert([from, to, ...more]: string[]): Promise<void> {
  if (!from || !to || more.length > 0) throw new BadInput('“convert” needs two files: what to read, and what to write.')
  const ending = extname(to)
  if (!['.md', '.json', '.html', '.htm', '.epub'].includes(ending))
    throw new BadInput(`${to} has an ending that “convert” does not know: .html, .md, .epub or .json.`)
  const { book, notes } = await bookOf(from, ending === '.epub' ? 'book' : 'page')
  tell(from, notes)
  if (ending === '.epub') return writeFile(to, zipEpub(epubFiles(book, EBOOK_STYLE)))
  if (ending.startsWith('.htm')) return writeFile(to, webDocument(book, await standaloneFiles()))
  if (book.parts.length > 0)
    throw new BadInput(
      `${from} is a book of several texts, and ${ending} holds one. Convert it to .html, or bring it into a course.`,
    )
  const lost = shelfItemsOf(book.opening).length
  if (lost > 0)
    tell(from, [
      {
        type: 'left out',
        message: `${lost === 1 ? 'A picture is' : `${lost} pictures are`} not in ${to}: a file of this kind holds none. Convert to .html or .epub to keep ${lost === 1 ? 'it' : 'them'}.`,
        count: 1,
      },
    ])
  await writeFile(
    to,
    ending === '.md'
      ? toMarkdown(book.opening)
      : JSON.stringify({ version: SCHEMA_VERSION, document: book.opening.toJSON() as unknown }),
  )
}

/** The style and script of files that stand alone; built when they are not there yet. */
async function standaloneFiles(): Promise<{ style: string; script: string }> {
  // Built itself, this file lies beside them.
  const isBuilt = import.meta.url.includes('/build/tools/')
  if (!isBuilt) buildWhenNeeded()
  const [style, script] = await Promise.all(
    ['standalone.css', 'standalone.js'].map((file) =>
      readFile(new URL(`${isBuilt ? '../' : '../build/'}standalone/${file}`, import.meta.url), 'utf8'),
    ),
  )
  return { style: style!, script: script! }
}

function databaseUrl(): string {
  const url = process.env.DATABASE_URL
  if (!url) throw new BadInput('DATABASE_URL says which database; it is not set.')
  return url
}

/**
 * The first manager of a school, who can make everything else; or another, when nobody can sign in any more. It stands
 * in the audit trail.
 */
async function makeManager([email = '', ...name]: string[]): Promise<void> {
  const address = email.trim().toLowerCase()
  if (!/^[^\s@]+@[^\s@]+$/.test(address) || name.length === 0)
    throw new BadInput('“manager” needs the e-mail address that somebody signs in with, and their name.')
  const token = randomBytes(32).toString('base64url')
  await inDatabase(async (client) => {
    await client.query('begin')
    const { rows } = await client.query<{ id: string }>(
      `insert into people (id, name, email, password_hash, colour, is_manager)
        values ($1::text, $2::text, $3::text, 'none', '#46586b', true)
       on conflict (email) where deleted_at is null do update set is_manager = true returning id`,
      [nanoid(12), name.join(' ').slice(0, 200), address],
    )
    await client.query('insert into password_resets (token_hash, person_id) values ($1::bytea, $2::text)', [
      createHash('sha256').update(token).digest(),
      rows[0]!.id,
    ])
    await client.query(
      `insert into audit (person_id, act, about, address)
        values ($1::text, 'rights', 'made a manager by whoever runs the server', 'command line')`,
      [rows[0]!.id],
    )
    await client.query('commit')
  })
  console.log(new URL(`/new-password?way=${token}`, process.env.ADDRESS ?? 'http://127.0.0.1:4310').href)
}

/** Whoever runs the server helps somebody whose authenticator is lost; it stands in the audit trail. */
async function takeSecondStepOff([email]: string[]): Promise<void> {
  if (!email) throw new BadInput('“second-step-off” needs the address that somebody signs in with.')
  await inDatabase(async (client) => {
    const { rows } = await client.query<{ id: string }>(
      `update people set totp_secret = null, totp_used = null
        where email = $1::text and deleted_at is null and totp_secret is not null returning id`,
      [email.trim().toLowerCase()],
    )
    if (!rows[0]) throw new BadInput(`Nobody signs in as ${email} with a second step.`)
    await client.query(
      `insert into audit (person_id, act, about, address)
        values ($1::text, 'second step', 'taken off by whoever runs the server', 'command line')`,
      [rows[0].id],
    )
  })
}

async function inDatabase(work: (client: pg.Client) => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl() })
  await client.connect()
  try {
    await work(client)
  } finally {
    await client.end()
  }
}

async function moveDatabase(command: 'backup' | 'restore', [file]: string[]): Promise<void> {
  const url = databaseUrl()
  if (!file) throw new BadInput(`“${command}” needs a file.`)
  if (command === 'backup') await backup(url, file)
  else
    await restore(url, file).catch((error: unknown) => {
      throw new BadInput(error instanceof Error ? error.message : String(error))
    })
}

try {
  await main(process.argv.slice(2))
} catch (error) {
  if (!(error instanceof BadInput)) throw error
  console.error(error.message)
  process.exitCode = 2
}
