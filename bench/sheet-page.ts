import { type Browser, chromium, type Page } from '@playwright/test'
import { readPage } from '../core/html/read.ts'
import { cookieFor, type RunningApp } from '../test/server/setup/app.ts'

/** Runs work with a Chromium of its own. */
export async function withBrowser<T>(work: (browser: Browser) => Promise<T>): Promise<T> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage'],
  })
  try {
    return await work(browser)
  } finally {
    await browser.close()
  }
}

/** A tab of 1280 by 800 signed in as somebody. */
export async function openAs(browser: Browser, app: RunningApp, url: string, person: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const [name = '', value = ''] = (await cookieFor(url, app.port, person)).split('=')
  await context.addCookies([{ name, value, url: app.address }])
  return context.newPage()
}

/** Pages of the course, made of source HTML, in a unit of their own. */
export async function addPages(pages: Record<string, string>): Promise<void> {
  const { transaction } = await import('../server/database/pool.server.ts')
  const { insertEntries } = await import('../server/plan/queries.server.ts')
  const { insertDocument, insertSnapshot } = await import('../server/documents/queries.server.ts')
  const unit = `unit-of-${Object.keys(pages)[0]}`
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: unit, parentId: null, kind: 'unit', title: unit, documentId: null }])
    for (const [id, html] of Object.entries(pages)) {
      await insertDocument(db, id, 'course', 0)
      await insertSnapshot(db, id, 0, 1, JSON.stringify(readPage(html).page.toJSON()))
      await insertEntries(db, 'course', [{ id, parentId: unit, kind: 'page', title: id, documentId: id }])
    }
  })
}
