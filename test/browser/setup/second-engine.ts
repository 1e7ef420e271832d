import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'

/*
 * accessibility-checker-engine (npm; its rules are mapped to WCAG 2.2): a second opinion beside axe-core. What it is
 * sure of is taken as an error; what it asks a person to look at was looked at and is not repeated here.
 */

const engine = readFileSync('node_modules/accessibility-checker-engine/ace.js', 'utf8')

/** Rules that are not followed, each with the reason. */
const NOT_FOLLOWED: Readonly<Record<string, string>> = {
  aria_form_label_unique:
    'A form without a name is no landmark (HTML-AAM 1.0, “form”): small ones of a single button would only be in the way as such.',
  aria_landmark_name_unique: 'The same: it counts forms without a name as landmarks.',
  aria_complementary_label_visible: 'The side desk is named; what is seen of it are the names of its tabs.',
  element_tabbable_role_valid: 'What scrolls has to be reached by key (axe-core, scrollable-region-focusable).',
  aria_main_label_visible:
    'The page as a student sees it stands in a frame: a document of its own, with its own main part.',
  aria_content_in_landmark: 'An open menu: see `looks.ts`.',
  figure_label_exists: 'A picture without a caption is named by its alternative text.',
}

/**
 * What the engine does not know: `aria-description` and separators in menus (WAI-ARIA 1.3), and that the name one signs
 * in with may be an e-mail address (HTML Standard, “autofill”, control group Username; from memory).
 */
const AHEAD =
  /'aria-description'|role "menu" owns the child element with the role "separator"|'autocomplete' attribute.*autocomplete="username" type="email"|'autocomplete' attribute.*type="email".*autocomplete="username"/

/** What the engine is sure of on the screen as it stands, a line for each rule that is broken. */
export async function failures(page: Page): Promise<string[]> {
  await page.evaluate(`${engine};window.secondEngine = ace`)
  const found = await page.evaluate(async () => {
    interface Result {
      readonly ruleId: string
      readonly value: readonly [string, string]
      readonly message: string
      readonly snippet: string
    }
    interface Engine {
      readonly Checker: new () => { check: (on: Document, sets: string[]) => Promise<{ results: Result[] }> }
    }
    const { secondEngine } = window as unknown as { secondEngine: Engine }
    const { results } = await new secondEngine.Checker().check(document, ['WCAG_2_2'])
    return results
      .filter(({ value }) => value[1] === 'FAIL')
      .map(({ ruleId, message, snippet }) => ({ ruleId, line: `${ruleId}: ${message} ${snippet.slice(0, 200)}` }))
  })
  return [
    ...new Set(
      found.filter(({ ruleId, line }) => !(ruleId in NOT_FOLLOWED) && !AHEAD.test(line)).map(({ line }) => line),
    ),
  ]
}
