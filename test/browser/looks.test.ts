import { DIALOGS, furnishDialogs, openDialog, PLAN } from './setup/dialogs.ts'
import { expect, test } from './setup/fixture.ts'
import { listen, lookAt } from './setup/looks.ts'

/*
 * Every dialog, as it is opened by an author, looked at by two engines at four widths, in light, dark and forced
 * colours; the console stays empty meanwhile.
 */

for (const part of [0, 1, 2, 3])
  test(`dialogs at four widths (${part + 1} of 4)`, async ({ fixture }) => {
    test.slow()
    await furnishDialogs(fixture)
    const page = await fixture.open('author', PLAN)
    const said = listen(page)
    for (const opened of DIALOGS.filter((_, at) => at % 4 === part)) {
      const dialog = await openDialog(page, fixture, opened)
      await dialog.waitFor()
      await lookAt(page, opened.file)
    }
    expect(said).toEqual([])
  })
