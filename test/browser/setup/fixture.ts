import { randomUUID } from 'node:crypto'
import { type Browser, type BrowserContext, expect, type Page, test as base } from '@playwright/test'
import type { Node } from 'prosemirror-model'
import { plainText } from '../../../core/document/plain-text.ts'
import { schema } from '../../../core/document/schema.ts'
import { readPage } from '../../../core/html/read.ts'
import { renderPage } from '../../../core/html/render.ts'
import type { EntryKind } from '../../../core/plan/kinds.ts'
import type { ChangedSettings } from '../../../core/plan/settings.ts'
import { cookieFor, type RunningApp, startApp, withClient } from '../../server/setup/app.ts'
import { makeSchool } from '../../server/setup/factories.ts'

interface PageOptions {
  isPublished?: boolean
  /** What it is; a page when left out. */
  kind?: EntryKind
  /** What it stands in; the lesson when left out. */
  parent?: string
  settings?: ChangedSettings
  opensAt?: string
}

/** A Fieldstone of one test: its own database, its own process, a course with one unit and one lesson. */
export interface Fixture {
  readonly url: string
  app: RunningApp
  /** A page of the lesson, made of source HTML; gives back its address on the sheet. */
  addPage: (id: string, source: string, options?: PageOptions) => Promise<string>
  /** A browser window signed in as somebody. */
  open: (
    person: string,
    path: string,
    options?: Parameters<Browser['newContext']>[0] & { app?: RunningApp },
  ) => Promise<Page>
  /** The page as the log has it, as JSON of its current text. */
  stop: () => Promise<void>
  startAgain: () => Promise<void>
  startSecond: () => Promise<RunningApp>
}

async function createDatabase(): Promise<string> {
  const cluster = process.env.TEST_CLUSTER ?? ''
  const name = `test_${randomUUID().replaceAll('-', '')}`
  await withClient(cluster.replace('DATABASE', 'postgres'), (client) =>
    client.query(`create database ${name} template template_fieldstone`),
  )
  return cluster.replace('DATABASE', name)
}

async function addPage(
  url: string,
  id: string,
  source: string,
  { isPublished = false, kind = 'page', parent = 'lesson', settings = {}, opensAt }: PageOptions,
): Promise<void> {
  const { page } = readPage(source)
  const { title, segments, headings, terms } = renderPage(page)
  await withClient(url, async (client) => {
    const content = JSON.stringify(page.toJSON())
    await client.query(`insert into documents (id, course_id) values ($1, 'course')`, [id])
    await client.query('insert into snapshots (document_id, version, schema_version, content) values ($1, 0, 1, $2)', [
      id,
      content,
    ])
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id, settings, opens_at)
        values ($1, 'course', $3, $4, $2, (select count(*) from plan_entries), $1, $5, $6)`,
      [id, title, parent, kind, JSON.stringify(settings), opensAt ?? null],
    )
    if (isPublished)
      await client.query(
        `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, words_text,
          content, segments, headings, published_by, terms, search)
          values ($1, 1, 0, 1, 1, $2, '', 100, $6, $3, $4, $5, 'author', $7, (select search_words(id, language, $2, $6)
          from courses where id = 'course'))`,
        [
          id,
          title,
          content,
          JSON.stringify(segments),
          JSON.stringify(headings),
          plainText(page.content),
          JSON.stringify(terms),
        ],
      )
  })
}

export const test = base.extend<{ fixture: Fixture }>({
  fixture: async ({ browser }, use) => {
    const url = await createDatabase()
    await withClient(url, async (client) => {
      await makeSchool(client)
      await client.query(
        `insert into plan_entries (id, course_id, parent_id, kind, title, position)
          values ('unit', 'course', null, 'unit', 'Unit one', 0), ('lesson', 'course', 'unit', 'lesson', 'Lesson one',
          0)`,
      )
    })
    const contexts: BrowserContext[] = []
    const others: RunningApp[] = []
    const fixture: Fixture = {
      url,
      app: await startApp(url),
      addPage: async (id, source, options = {}) => {
        await addPage(url, id, source, options)
        return `/courses/course/items/${id}`
      },
      open: async (person, path, { app = fixture.app, ...options } = {}) => {
        const context = await browser.newContext({ baseURL: app.address, ...options })
        contexts.push(context)
        const [name = '', value = ''] = (await cookieFor(url, app.port, person)).split('=')
        await context.addCookies([{ name, value, url: app.address }])
        const page = await context.newPage()
        page.on('pageerror', (error) => {
          throw error
        })
        await page.goto(path)
        if (path.includes('/items/') && options.javaScriptEnabled !== false)
          await expect(page.locator('.ProseMirror')).toBeVisible()
        if (options.javaScriptEnabled !== false) await scriptHasCome(page)
        return page
      },
      stop: async () => void (await fixture.app.stop('SIGKILL')),
      startAgain: async () => void (fixture.app = await startApp(url, { port: fixture.app.port })),
      startSecond: async () => {
        const app = await startApp(url)
        others.push(app)
        return app
      },
    }
    await use(fixture)
    await Promise.all(contexts.map((context) => context.close()))
    await Promise.all([fixture.app, ...others].map((app) => app.stop()))
  },
})

/** Waits for the script of a screen: before it nothing that is pressed does anything, and nobody is that quick. */
export async function scriptHasCome(page: Page): Promise<void> {
  await page.waitForFunction(() => {
    const drawn = document.querySelector('.room-screen, .screen')
    return !drawn || Object.keys(drawn).some((name) => name.startsWith('__react'))
  })
}

export { expect }

/** The sheet's text, as it lies under the cursor. */
export const sheet = (page: Page): ReturnType<Page['locator']> => page.locator('.ProseMirror')

/** Waits until the foot says that everything is kept. */
export async function kept(page: Page): Promise<void> {
  await expect(page.locator('.saving')).toContainText('Saved')
}

/**
 * Waits until the browser itself holds these words: what is typed later than that is lost with a tab that is killed.
 */
export async function keptInBrowser(page: Page, words: string): Promise<void> {
  const texts = (): Promise<string> =>
    page.evaluate(async () => {
      const opened = indexedDB.open('fieldstone')
      await new Promise((done) => (opened.onsuccess = done))
      const all = opened.result.transaction('work').objectStore('work').getAll()
      await new Promise((done) => (all.onsuccess = done))
      opened.result.close()
      return [...JSON.stringify(all.result).matchAll(/"text":"([^"]*)"/g)].map(([, text]) => text).join('')
    })
  await expect.poll(texts).toContain(words)
}

/** Puts the cursor at the end of the block with these words. */
export async function cursorAfter(page: Page, words: string): Promise<void> {
  await sheet(page).getByText(words, { exact: false }).first().click()
  await page.keyboard.press('End')
}

/** The page in the database: its snapshot with all steps of the log. */
export async function storedPage(url: string, documentId: string): Promise<Node> {
  const { Step } = await import('prosemirror-transform')
  return withClient(url, async (client) => {
    const snapshot = (
      await client.query<{ version: number; content: object }>(
        'select version, content from snapshots where document_id = $1 order by version limit 1',
        [documentId],
      )
    ).rows[0]!
    const { rows } = await client.query<{ steps: unknown[] }>(
      'select steps from batches where document_id = $1 order by base',
      [documentId],
    )
    return rows
      .flatMap(({ steps }) => steps)
      .reduce<Node>((page, step) => Step.fromJSON(schema, step).apply(page).doc!, schema.nodeFromJSON(snapshot.content))
  })
}

/** The same as text. */
export const storedText = async (url: string, documentId: string): Promise<string> =>
  (await storedPage(url, documentId)).textContent

/** How many steps the log of a document holds, and the characters of JSON they take. */
export async function logSize(url: string, documentId: string): Promise<{ steps: number; length: number }> {
  const { rows } = await withClient(url, (client) =>
    client.query<{ steps: object[] }>('select steps from batches where document_id = $1', [documentId]),
  )
  return {
    steps: rows.reduce((sum, row) => sum + row.steps.length, 0),
    length: JSON.stringify(rows.map((row) => row.steps)).length,
  }
}

/** Publishes the page on the sheet, and waits until students have it. */
export async function publish(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Publish/ }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish/ })
    .click()
  await expect(page.getByRole('button', { name: 'Nothing new to publish' })).toBeVisible()
}
