import { expect, test } from 'vitest'
import { cleanHtml } from './clean.ts'
import { looksOf } from './looks.ts'

test('what was left behind is named, what something was before how it looked', () => {
  expect(
    cleanHtml('<p style="color:red;text-align:center">H<sub>2</sub>O <del>x</del></p><video src="a"></video>').report,
  ).toBe('Pasted: 1 paragraph. Left out: words marked as deleted, a film, text colour, alignment.')
})

test('a line that would never end says that there was more', () => {
  const looks = 'color:red;font-family:x;font-size:9pt;text-align:right;line-height:2;border:1px solid;float:left'
  expect(cleanHtml(`<p style="${looks}">a <svg></svg></p>`).report).toMatch(
    /Left out: a drawing, .*, other formatting\.$/,
  )
})

test('what a page says in its own way, and what is nothing, has no name', () => {
  const styles = { 'font-weight': 'bold', 'font-style': 'italic', 'background-color': 'transparent', margin: '0' }
  expect(looksOf(new Map(Object.entries(styles)))).toEqual([])
  expect(cleanHtml('<p class="x">a <b>b</b></p>').report).toBe('Pasted: 1 paragraph.')
})
