import { expect, test } from 'vitest'
import { ownStyles } from '../../test/shared/own-styles.ts'

/*
 * What scrolls holds all that is in it. Words that only a screen reader hears are placed absolutely; in an area that
 * scrolls but places nothing they belong to the window, make it longer than it is, and a key that goes on by a page
 * moves the whole screen away (CSS Positioned Layout 3, “Containing blocks”; CSS Overflow 3, “Scrollable overflow”).
 */
const RULE = /([^{}]*)\{([^{}]*)\}/g
const SCROLLS = /(?:^|[;\s])overflow(?:-[xy]|-inline|-block)?\s*:[^;]*\b(?:auto|scroll)\b/
const PLACES = /(?:^|[;\s])position\s*:\s*(?:relative|absolute|fixed|sticky)\b/

const unplaced = (css: string): string[] =>
  [...css.replace(/\/\*[^]*?\*\//g, '').matchAll(RULE)].flatMap(([, selector, rules]) =>
    SCROLLS.test(rules!) && !PLACES.test(rules!) ? [selector!.trim()] : [],
  )

test('what scrolls holds what is placed in it', () => {
  const styles = ownStyles()
  expect(styles.length).toBeGreaterThan(30)
  expect(styles.flatMap(({ file, css }) => unplaced(css).map((line) => `${file}: ${line}`))).toEqual([])
})

test('such rules would be found', () => {
  expect(unplaced('.a { overflow-y: auto; } .b { position: relative; overflow: auto }')).toEqual(['.a'])
  expect(unplaced('@media print { .c { overflow: hidden auto } }')).toHaveLength(1)
})
