import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import AxeBuilder from 'axe-core'
import { expect, test } from './setup/fixture.ts'

const folder = mkdtempSync(join(tmpdir(), 'transfers-'))

test('a Word document is brought in as a book with a report, shown, taken out of the plan again and brought back', async ({
  fixture,
}) => {
  await fixture.addPage('page', '<h1>A page</h1><p>x</p>')
  // Made by pandoc (from Debian).
  writeFileSync(join(folder, 'year.md'), '---\ntitle: A year\n---\n\n# Winter\n\nCold.\n\n# Spring\n\nWarm, $x^2$.\n')
  execFileSync('pandoc', ['-f', 'markdown', 'year.md', '-o', 'year.docx'], { cwd: folder })
  const author = await fixture.open('author', '/courses/course/plan')
  await author.getByRole('treeitem', { name: 'A page' }).click()
  await author.getByRole('button', { name: 'Import' }).click()
  const dialog = author.getByRole('dialog', { name: 'Import a document' })
  await dialog.getByRole('button', { name: 'Import it' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Choose a document first.')
  await dialog.getByLabel('Document').setInputFiles(join(folder, 'year.docx'))
  await expect(dialog.getByText('It goes after “A page”.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Import it' }).click()
  const entry = author.getByRole('list', { name: 'Imports and exports' }).getByRole('listitem').first()
  await expect(entry).toContainText('2 chapters', { timeout: 30_000 })
  const book = author.getByRole('treeitem', { name: /^Book: A year/ })
  await expect(book).toBeVisible()
  await expect(author.getByRole('treeitem', { name: /Chapter: (Winter|Spring)/ })).toHaveCount(2)
  await entry.getByRole('button', { name: 'Show it' }).click()
  await expect(book).toBeFocused()
  await entry.getByRole('button', { name: 'Remove it again' }).click()
  await expect(book).toHaveCount(0)
  await expect(entry).toContainText('No longer in the plan')
  await author.getByRole('button', { name: 'Restore' }).click()
  await expect(book).toBeVisible()
  await author.reload()
  await author.getByRole('tab', { name: /Import and export/ }).click()
  await expect(entry.getByRole('button', { name: 'Remove it again' })).toBeVisible()

  // What can't be read says why, at once.
  await author.getByRole('button', { name: 'Import', exact: true }).click()
  await dialog
    .getByLabel('Document')
    .setInputFiles({
      name: 'cut.docx',
      mimeType: 'application/zip',
      buffer: readFileSync(join(folder, 'year.docx')).subarray(0, 2000),
    })
  await dialog.getByRole('button', { name: 'Import it' }).click()
  await expect(dialog.getByRole('alert')).toContainText('“cut.docx” is damaged, or was cut off on its way.')
})

test('a page is had as one web page that works from disk, with script and without', async ({ fixture, browser }) => {
  await fixture.addPage(
    'page',
    '<h1>Pieces</h1><p>See <a href="#slope">slope</a>.</p><div data-piece="tabs"><section><h2>Flat</h2><p>first words</p></section><section id="slope"><h2>Slope</h2><p>second words</p></section></div><div data-piece="accordion"><section><h2>Fold</h2><p>folded words</p></section></div><iframe data-piece="html" title="Gauge" height="100" srcdoc="&lt;p id=out&gt;no&lt;/p&gt;&lt;script&gt;document.getElementById(&#39;out&#39;).textContent = &#39;it runs&#39;; fetch(&#39;https://tracker.example/&#39;).catch(() =&gt; {})&lt;/script&gt;"></iframe><div data-piece="practice" id="q"><div data-part="prompt"><p>Which?</p></div><div data-part="answer" data-right="yes"><p>this</p><div data-part="feedback"><p>told you</p></div></div><div data-part="answer"><p>that</p><div data-part="feedback"><p>no</p></div></div></div>',
    { isPublished: true },
  )
  const author = await fixture.open('author', '/courses/course/plan')
  await author.getByRole('button', { name: 'What can be done with Pieces' }).click()
  await author.getByText('Export…').click()
  const dialog = author.getByRole('dialog', { name: 'Export “Pieces”' })
  await dialog.getByRole('radio', { name: /Web page/ }).click()
  await dialog.getByRole('button', { name: 'Export' }).click()
  const link = author.getByRole('link', { name: 'Download the file' })
  await author.getByText('What was kept, changed and left out').click()
  await expect(author.getByText('A practice question has its answers folded beneath it.')).toBeVisible()
  const [download] = await Promise.all([author.waitForEvent('download'), link.click()])
  expect(download.suggestedFilename()).toBe('Pieces.html')
  const file = join(folder, 'pieces.html')
  await download.saveAs(file)

  for (const javaScriptEnabled of [true, false]) {
    const context = await browser.newContext({ javaScriptEnabled })
    const page = await context.newPage()
    const asked: string[] = []
    page.on('request', (request) => void (/^(file|data|blob|about):/.test(request.url()) || asked.push(request.url())))
    await page.goto(pathToFileURL(file).href)
    await expect(page.getByRole('heading', { name: 'Pieces', level: 1 })).toBeVisible()
    await page.getByText('Answers').click()
    await expect(page.getByText('told you')).toBeVisible()
    if (javaScriptEnabled) {
      await expect(page.getByText('second words')).toBeHidden()
      await page.getByRole('tab', { name: 'Slope' }).click()
      await expect(page.getByText('second words')).toBeVisible()
      await page.getByRole('tab', { name: 'Flat' }).click()
      await page.getByRole('link', { name: 'slope' }).click()
      await expect(page.getByText('second words')).toBeVisible()
      await page.getByRole('button', { name: 'Fold' }).click()
      await expect(page.getByText('folded words')).toBeVisible()
      await expect(page.frameLocator('iframe').getByText('it runs')).toBeVisible()
      await page.addScriptTag({ content: AxeBuilder.source })
      const { violations } = await page.evaluate(() =>
        (window as unknown as { axe: { run: () => Promise<{ violations: { id: string }[] }> } }).axe.run(),
      )
      expect(violations.map(({ id }) => id)).toEqual([])
    } else
      for (const words of ['first words', 'second words', 'folded words'])
        await expect(page.getByText(words)).toBeVisible()
    // The reading face is in the file.
    if (javaScriptEnabled)
      expect(
        await page.evaluate(() =>
          document.fonts.ready.then((fonts) =>
            [...fonts].some(({ family, status }) => family.includes('Literata') && status === 'loaded'),
          ),
        ),
      ).toBe(true)
    expect(asked).toEqual([])
    await context.close()
  }
})
