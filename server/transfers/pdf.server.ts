import { existsSync } from 'node:fs'
import { escapeText } from '../../core/formats/escape.ts'
import type { Worked } from './workshop.server.ts'

const CHROMIUM = '/usr/bin/chromium'
/** Its sandbox can't be used by root. */
const ARGS = [
  ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
  '--disable-dev-shm-usage',
  '--disable-background-networking',
]
/** The longest that printing may take, in milliseconds. */
const PATIENCE = 180_000

/**
 * A tagged PDF with an outline (ISO 32000-1, 14.8), printed by Debian's Chromium from a document that needs nothing
 * else: no script runs in it, and nothing is fetched for it.
 */
export async function printPdf(html: string, title: string, direction: 'ltr' | 'rtl'): Promise<Worked<Uint8Array>> {
  if (!existsSync(CHROMIUM))
    return { ok: false, reason: 'PDF needs Chromium on the machine of the server: Debian’s package “chromium”.' }
  // Most processes never print: the driver of the browser is read when the first document is.
  const { chromium } = await import('playwright-core')
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ARGS })
  try {
    const context = await browser.newContext({ javaScriptEnabled: false, offline: true })
    const page = await context.newPage()
    page.setDefaultTimeout(PATIENCE)
    await page.setContent(html, { waitUntil: 'load', timeout: PATIENCE })
    const line = `width: 100%; margin: 0 24mm; font: 8pt sans-serif; color: #57625f; display: flex; justify-content: space-between; direction: ${direction}`
    const bytes = await page.pdf({
      format: 'A4',
      margin: { top: '22mm', bottom: '24mm', left: '24mm', right: '24mm' },
      printBackground: true,
      tagged: true,
      outline: true,
      displayHeaderFooter: true,
      headerTemplate: '<span></span>',
      footerTemplate: `<div style="${line}"><span>${escapeText(title)}</span><span class="pageNumber"></span></div>`,
    })
    return { ok: true, value: new Uint8Array(bytes) }
  } catch {
    return { ok: false, reason: 'The PDF could not be made in time. Try it with fewer chapters.' }
  } finally {
    await browser.close()
  }
}
