import type { Page } from '@playwright/test'
import { nodeKinds } from '../../core/kinds/registry.ts'
import { schema } from '../../core/document/schema.ts'
import { writePage } from '../../core/html/write.ts'
import { withClient } from '../server/setup/app.ts'
import { CHOICE } from '../server/setup/questions.ts'
import { openRowMenu, PLAN, SHEET } from './setup/dialogs.ts'
import { cursorAfter, expect, type Fixture, sheet, test } from './setup/fixture.ts'
import { listen, lookAt } from './setup/looks.ts'

/*
 * What opens or stands on a screen for a while: menus, panels of the side desk, what fails. Looked at like the dialogs
 * (`looks.test.ts`).
 */

interface State {
  readonly name: string
  readonly path: string
  readonly open: (page: Page, fixture: Fixture) => Promise<unknown>
  /** It stands in the side desk, which slides over the work where there is no room beside it. */
  readonly isInDesk?: boolean
}

const tabOf =
  (name: string | RegExp): State['open'] =>
  (page) =>
    page.getByRole('tab', { name }).click()

const ON_PLAN: readonly State[] = [
  { name: 'the menu of a page', path: PLAN, open: (page) => openRowMenu(page, 'Walls') },
  { name: 'the menu of a unit', path: PLAN, open: (page) => openRowMenu(page, 'Unit one') },
  { name: 'adding lines', path: PLAN, open: (page) => page.getByRole('button', { name: 'Add', exact: true }).click() },
  {
    name: 'a new name',
    path: PLAN,
    open: async (page) => {
      await page.getByRole('treeitem', { name: 'Walls' }).focus()
      await page.keyboard.press('F2')
    },
  },
  {
    name: 'what was deleted can be restored',
    path: PLAN,
    open: async (page) => {
      await page.getByRole('treeitem', { name: 'Gone' }).focus()
      await page.keyboard.press('Delete')
      await page.getByRole('button', { name: 'Restore' }).waitFor()
    },
  },
  { name: 'one’s own menu', path: PLAN, open: (page) => page.getByRole('button', { name: /^Test author/ }).click() },
  { name: 'import and export', path: PLAN, isInDesk: true, open: tabOf(/Import and export/) },
  {
    name: 'settings of an exercise',
    path: PLAN,
    isInDesk: true,
    open: (page) => page.getByRole('treeitem', { name: 'Exercise' }).click({ position: { x: 200, y: 10 } }),
  },
]

const ON_SHEET: readonly State[] = [
  {
    name: 'the kind of block',
    path: SHEET,
    open: (page) => page.getByRole('button', { name: /^Kind of block/ }).click(),
  },
  { name: 'the proof', path: SHEET, isInDesk: true, open: tabOf(/Proof/) },
  { name: 'the outline', path: SHEET, isInDesk: true, open: tabOf('Outline') },
  { name: 'the history', path: SHEET, isInDesk: true, open: tabOf('History') },
  { name: 'about the page', path: SHEET, isInDesk: true, open: tabOf('Page') },
  {
    name: 'what was left out when it came in',
    path: SHEET,
    isInDesk: true,
    open: async (page, fixture) => {
      await tabOf(/^Set aside/)(page, fixture)
      await page.getByText('Show the HTML', { exact: true }).click()
    },
  },
  {
    name: 'its source with a mistake in it',
    path: SHEET,
    open: async (page) => {
      await page.getByRole('button', { name: 'Source' }).click()
      await page.locator('.cm-content').click()
      await page.keyboard.press('Control+End')
      await page.keyboard.insertText('<p><a href="#nowhere">to nothing</a></p>')
      await page.locator('.source-notes li').first().waitFor()
    },
  },
  {
    name: 'what could not be saved',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.context().setOffline(true)
      await page.keyboard.type(' More')
      await page
        .getByText(/not saved|No connection|offline|Saved here|in this browser/i)
        .first()
        .waitFor()
    },
  },
]

const ELSEWHERE: readonly State[] = [
  {
    name: 'words to be replaced in the whole course',
    path: '/courses/course/replace?words=stones&put=rocks',
    isInDesk: false,
    open: (page) => page.locator('.found-place ins').first().waitFor(),
  },
  {
    name: 'a question of choice',
    path: '/courses/course/questions?question=q',
    open: (page) => page.getByRole('tab', { name: 'Try it' }).click(),
  },
  {
    name: 'a question of numbers with a variable, and a value put into its text',
    path: '/courses/course/questions',
    open: async (page) => {
      await page.getByRole('button', { name: 'New', exact: true }).click()
      await page.getByRole('menuitem', { name: 'Number' }).click()
      await page.getByRole('button', { name: 'Add a variable' }).click()
      await page.getByRole('textbox', { name: 'What is asked' }).click()
      await page.getByRole('button', { name: 'Value' }).first().click()
      await page.getByText('A variable, or a formula').waitFor()
    },
  },
  {
    name: 'an answer that says nothing',
    path: '/discuss/course/talk',
    open: async (page) => {
      await page.getByRole('textbox', { name: 'Your post' }).click()
      await page.keyboard.type('x')
      await page.keyboard.press('Backspace')
      await page.getByRole('button', { name: 'Send', exact: true }).click()
      await page.getByRole('alert').first().waitFor()
    },
  },
]

async function furnish(fixture: Fixture): Promise<void> {
  const source = '<h1>Walls</h1><p>Stones. <a href="https://walls.example">here</a></p><p><img src="/x.png"></p>'
  await fixture.addPage('walls', source, { isPublished: true })
  await fixture.addPage('gone', '<h1>Gone</h1><p>x</p>')
  await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', { kind: 'discussion', isPublished: true })
  await fixture.addPage('ex', '<h1>Exercise</h1><p>x</p>', { kind: 'exercise' })
  const code = `<div style="${'border: 1px dashed red; '.repeat(9)}" onclick="go()">x</div>`
  await withClient(fixture.url, (client) =>
    client.query(
      `insert into set_aside (id, document_id, person_id, reason, words, told, content)
        values ('l', 'walls', 'author', 'left out', '', 'This block lost “onclick”, which would run script.', $1)`,
      [JSON.stringify({ content: [{ type: 'htmlPiece', attrs: { code } }] })],
    ),
  )
  await withClient(fixture.url, (client) =>
    client.query(
      `insert into questions (id, course_id, title, kind, content, words, created_by, updated_by)
        values ('q', 'course', 'Ties', 'one', $1, 'Which', 'author', 'author')`,
      [JSON.stringify(CHOICE)],
    ),
  )
}

for (const [where, states] of [
  ['the plan', ON_PLAN],
  ['the sheet', ON_SHEET],
  ['questions and discussions', ELSEWHERE],
] as const)
  test(`what opens on ${where}, at four widths`, async ({ fixture }) => {
    test.slow()
    await furnish(fixture)
    const page = await fixture.open('author', PLAN)
    const said = listen(page)
    for (const { name, path, open, isInDesk = false } of states) {
      await page.goto(path)
      await page.waitForTimeout(1000)
      await open(page, fixture)
      await lookAt(page, name, isInDesk)
      await page.context().setOffline(false)
    }
    // That the line is cut, and that an answer refuses, the browser says by itself.
    expect(said.filter((line) => !/ERR_INTERNET_DISCONNECTED|status of 422/.test(line))).toEqual([])
  })

/** Kinds that have settings of their own, each as its first example. */
const PIECES = Object.values(nodeKinds).filter((kind) => 'isPiece' in kind && kind.examples.length > 0)

for (const part of [0, 1, 2, 3])
  test(`each piece on the sheet, with its settings, at four widths (${part + 1} of 4)`, async ({ fixture }) => {
    test.slow()
    const pieces = PIECES.filter((_, at) => at % 4 === part)
    expect(pieces.length).toBeGreaterThan(2)
    const page = await fixture.open('author', PLAN)
    const said = listen(page)
    for (const { name, examples } of pieces) {
      const doc = { type: 'doc', content: [{ type: 'title', content: [{ type: 'text', text: name }] }, examples[0]] }
      await page.goto(await fixture.addPage(name, writePage(schema.nodeFromJSON(doc), 'source')))
      await expect(sheet(page)).toBeVisible()
      await page.waitForTimeout(600)
      await page.evaluate((kind) => {
        interface Held {
          readonly editor: {
            readonly state: {
              readonly doc: { descendants: (see: (node: { type: { name: string } }, at: number) => void) => void }
            }
            readonly commands: { setNodeSelection: (at: number) => void; focus: () => void }
          }
        }
        const { editor } = document.querySelector('.ProseMirror') as unknown as Held
        let found = -1
        editor.state.doc.descendants((node, at) => void (found < 0 && node.type.name === kind && (found = at)))
        editor.commands.focus()
        editor.commands.setNodeSelection(found)
      }, name)
      await lookAt(page, name, true, '.page-editor, [role="tabpanel"]')
    }
    // The examples name pictures, questions and a host that are not there.
    expect(said.filter((line) => !/status of 404|Framing 'https:\/\/video.example/.test(line))).toEqual([])
  })
