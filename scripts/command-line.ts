import { createHash, randomBytes } from 'node:crypto'
import { nanoid } from 'nanoid'
import pg from 'pg'
import { BadInput, pageOf, textOf } from './input.ts'

const HELP = `bin/fieldstone gives the core to scripts and bulk work.

  read FILE.html…      the page in it, as JSON, with what was left out or changed
  write FILE.json…     the HTML of a page (JSON of a page, or what “read” prints)
  clean FILE.html…     what paste makes of it: { html, report, leftOut }
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

/**
 * What each command makes of one file. A string is printed as it is when there is one file alone. Each fetches what it
 * needs itself: whoever asks for one command in a loop does not wait for all of them.
 */
const COMMANDS: Record<string, (file: string) => Promise<string | object>> = {
  read: async (file) => {
    const [{ readPage }, { SCHEMA_VERSION }] = await Promise.all([
      import('../core/html/read.ts'),
      import('../core/kinds/upgrades.ts'),
    ])
    const { page, notes } = readPage(await textOf(file), { positions: true })
    return { version: SCHEMA_VERSION, document: page.toJSON() as unknown, notes }
  },
  clean: async (file) => {
    const [{ cleanHtml }, { schema }, { printSource }] = await Promise.all([
      import('../core/paste/clean.ts'),
      import('../core/document/schema.ts'),
      import('../core/source/print.ts'),
    ])
    const { blocks, report, leftOut } = cleanHtml(await textOf(file))
    const page = schema.node('doc', null, [
      schema.node('title'),
      ...(blocks.length > 0 ? blocks : [schema.node('paragraph')]),
    ])
    return { html: printSource(page).html.replace(/^<h1><\/h1>\n/, ''), report, leftOut }
  },
  'source-check': async (file) => {
    const { checkSource } = await import('../core/source/check/check.ts')
    const diagnostics = checkSource(await textOf(file))
    if (diagnostics.length > 0) process.exitCode = 1
    return { diagnostics }
  },
  proof: async (file) => {
    const [{ proof }, { ruleOf }] = await Promise.all([
      import('../core/proof/proof.ts'),
      import('../core/proof/registry.ts'),
    ])
    const findings = proof(await pageOf(file)).map((finding) => ({
      ...finding,
      criterion: ruleOf(finding.rule)?.criterion,
      repairs: ruleOf(finding.rule)?.repairs,
    }))
    if (findings.length > 0) process.exitCode = 1
    return { findings }
  },
  write: async (file) => (await import('../core/source/print.ts')).printSource(await pageOf(file)).html,
  stats: async (file) => {
    const [{ statistics }, { plainText }] = await Promise.all([
      import('../core/document/statistics.ts'),
      import('../core/document/plain-text.ts'),
    ])
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
  if (command === 'convert') return (await import('./convert.ts')).convert(files)
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
  const { backup, restore } = await import('./backup.ts')
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
