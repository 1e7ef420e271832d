import type { Page } from '@playwright/test'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, type Fixture, sheet, storedText, test } from './setup/fixture.ts'

/*
 * What a browser kept while an older Fieldstone ran: work that was not sent, a clipboard, passages set aside. Then the
 * width of a picture was called its share.
 */
const oldPicture = (share: number): object => ({
  type: 'picture',
  attrs: { item: 'wall', width: 4, height: 3, alt: 'A wall', description: '', share, align: 'center' },
  content: [{ type: 'caption' }],
})

/** Leaves work in the browser as a tab of version 1 would have, then opens the page. */
async function openWith(fixture: Fixture, work: object | null, setAside: readonly object[] = []): Promise<Page> {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>')
  // A page of the same origin, but no sheet: nothing is sent before the work lies there.
  const page = await fixture.open('author', '/account')
  await page.evaluate(
    (entry) =>
      new Promise<void>((done, fail) => {
        const asked = indexedDB.open('fieldstone', 1)
        asked.onupgradeneeded = () => asked.result.createObjectStore('work').createIndex('person', 'person')
        asked.onerror = () => fail(asked.error!)
        asked.onsuccess = () => {
          const change = asked.result.transaction('work', 'readwrite')
          change.objectStore('work').put(entry, `${entry.person}/${entry.document}/${entry.client}`)
          change.oncomplete = () => (asked.result.close(), done())
        }
      }),
    { person: 'author', document: 'walls', client: 'yesterday', schemaVersion: 1, work, setAside },
  )
  await page.goto(address)
  return page
}

const insert = { stepType: 'replace', from: 7, to: 7, slice: { content: [oldPicture(40)] } }
const set = { stepType: 'attr', pos: 7, attr: 'share', value: 55 }
const type = {
  stepType: 'replace',
  from: 17,
  to: 17,
  slice: { content: [{ type: 'text', text: ' Typed yesterday.' }] },
}

test('unsent work of an older version is sent, in the form of today', async ({ fixture }) => {
  expect(SCHEMA_VERSION).toBeGreaterThan(1)
  const page = await openWith(fixture, {
    base: 0,
    sent: { id: 'on-its-way', base: 0, steps: [insert], moved: null },
    waiting: [set, type],
  })
  await expect(sheet(page)).toContainText('Kept. Typed yesterday.')
  await expect(sheet(page).locator('figure.picture')).toHaveAttribute('style', /width: 55%/)
  await expect.poll(() => storedText(fixture.url, 'walls')).toBe('WallsKept. Typed yesterday.')
  const { rows } = await withClient(fixture.url, (client) =>
    client.query<{ schema_version: number }>(`select distinct schema_version from batches where document_id = 'walls'`),
  )
  expect(rows).toEqual([{ schema_version: SCHEMA_VERSION }])
})

test('work that was moved over others’ before the renewal is left to its words, and none of them is lost', async ({
  fixture,
}) => {
  const page = await openWith(
    fixture,
    { base: 0, sent: { id: 'on-its-way', base: 0, steps: [insert], moved: [insert] }, waiting: [type] },
    [
      {
        id: 'aside',
        reason: 'mine',
        content: {
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Set aside yesterday.' }] }, oldPicture(30)],
          openStart: 0,
          openEnd: 0,
        },
      },
    ],
  )
  await page.getByRole('tab', { name: /Set aside/ }).click()
  await expect(page.getByRole('tabpanel')).toContainText('Typed yesterday.')
  await expect(page.getByRole('tabpanel')).toContainText('Set aside yesterday.')
  const { rows } = await withClient(fixture.url, (client) =>
    client.query<{ content: object; schema_version: number }>(
      `select content, schema_version from set_aside where id = 'aside'`,
    ),
  )
  expect(rows[0]!.schema_version).toBe(SCHEMA_VERSION)
  expect(JSON.stringify(rows[0]!.content)).toContain('"widthPercent":30')
})

test('what was copied on a sheet of an older version keeps its settings when it is pasted', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('pasted', '<h1>Pasted</h1><p>First.</p>'))
  const paste = (content: object, words: string, version: string | null): Promise<void> =>
    sheet(page).evaluate(
      (field, [own, shown, written]) => {
        const holder = document.createElement('div')
        holder.textContent = shown!
        holder.setAttribute('data-fieldstone', own)
        if (written) holder.setAttribute('data-version', written)
        const clipboardData = new DataTransfer()
        clipboardData.setData('text/html', holder.outerHTML)
        field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
      },
      [JSON.stringify([content]), words, version] as const,
    )
  await cursorAfter(page, 'First.')
  await paste(oldPicture(35), 'A wall', null)
  await expect(sheet(page).locator('figure.picture')).toHaveAttribute('style', /width: 35%/)
  // From a tab that is newer than this one only the words come: what else it means is not known here.
  await cursorAfter(page, 'First.')
  await paste(
    { type: 'thingOfTomorrow', content: [{ type: 'text', text: 'not this' }] },
    'From tomorrow.',
    String(SCHEMA_VERSION + 1),
  )
  await expect(sheet(page)).toContainText('From tomorrow.')
  await expect(sheet(page)).not.toContainText('not this')
  await expect(sheet(page).locator('figure.picture')).toHaveCount(1)
  await kept(page)
})
