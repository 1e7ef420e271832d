import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')

/** What axe-core's rules are chosen by: the conformance levels of WCAG, and what is good practice besides. */
export const WCAG_AA = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']
export const WITH_PRACTICE = [...WCAG_AA, 'best-practice']

/**
 * What axe-core finds on the screen as it stands, a line for each rule that is broken; with `within` (a selector) only
 * in what that finds.
 */
export async function violations(
  page: Page,
  tags: readonly string[] = WCAG_AA,
  within: string | null = null,
): Promise<string[]> {
  await page.evaluate(axe)
  return page.evaluate(
    async ([values, selector]) => {
      const runner = (
        window as unknown as {
          axe: {
            run: (
              context: object,
              options: object,
            ) => Promise<{ violations: { id: string; nodes: { html: string; failureSummary: string }[] }[] }>
          }
        }
      ).axe
      const { violations: found } = await runner.run(
        selector === null ? document : document.querySelectorAll(selector),
        {
          runOnly: { type: 'tag', values },
          // An experiment of axe-core: what is shown of a control stands in its name (WCAG 2.2, 2.5.3).
          rules: values.includes('best-practice') ? { 'label-content-name-mismatch': { enabled: true } } : {},
        },
      )
      return found.map(
        ({ id, nodes }) =>
          `${id}: ${nodes.map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary.slice(0, 160)}`).join(' | ')}`,
      )
    },
    [[...tags], within] as const,
  )
}
