import { expect, type Page } from '@playwright/test'

/** Turns the piece at the cursor, or the headings there, into something else, by the side desk and its dialog. */
export async function turnInto(page: Page, name: string): Promise<void> {
  await page.getByRole('tabpanel', { name: 'Piece' }).getByRole('button', { name, exact: true }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Turn into/ })
    .click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
}
