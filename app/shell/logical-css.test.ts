import { expect, test } from 'vitest'
import { ownStyles } from '../../test/shared/own-styles.ts'

/*
 * What stands at the start stands there in both directions of writing (CSS Logical Properties 1): no rule of ours names
 * left or right. A border that draws a sign is turned with it and may.
 */
const SIDES =
  /^\s*((margin|padding|border|scroll-(margin|padding))-)?(left|right)(-[a-z]+)?\s*:|^\s*(text-align|float|clear)\s*:\s*(left|right)/

/** Four values whose second and fourth differ name the right and the left. */
function isUneven(line: string): boolean {
  const [, values = ''] = /^\s*(?:padding|margin|inset|scroll-padding)\s*:\s*([^;!]+)/.exec(line) ?? []
  const [, right, , left] = values.trim().split(/\s+/)
  return left !== undefined && left !== right
}

const physical = (css: string): string[] => css.split('\n').filter((line) => SIDES.test(line) || isUneven(line))

test('no style of ours names left or right', () => {
  const styles = ownStyles()
  expect(styles.length).toBeGreaterThan(30)
  expect(styles.flatMap(({ file, css }) => physical(css).map((line) => `${file}: ${line.trim()}`))).toEqual([])
})

test('such rules would be found', () => {
  for (const line of [
    'left: 0;',
    'margin-left: 2px;',
    'border-right-width: 1px;',
    'text-align: right;',
    'padding: 1px 2px 3px 4px;',
  ])
    expect(physical(`  ${line}`), line).toHaveLength(1)
  for (const line of [
    'padding: 1px 2px;',
    'padding: 1px 2px 3px 2px;',
    'inset-inline-start: 0;',
    'border-width: 0 2px 2px 0;',
  ])
    expect(physical(`  ${line}`), line).toEqual([])
})
