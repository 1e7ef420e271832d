import { linksOf, rewordLink } from '../../links/links-of.ts'
import type { Rule } from '../rule.ts'

/** Words that say nothing by themselves (common practice). */
const VAGUE = new Set([
  'here',
  'click here',
  'click',
  'this',
  'this page',
  'this link',
  'link',
  'more',
  'read more',
  'learn more',
  'more info',
  'more information',
  'info',
  'details',
  'see here',
  'see more',
  'go',
  'page',
  'website',
  'site',
  'continue',
  'download',
])

/** Links whose words do not say where they lead. */
export const vagueLink: Rule = {
  id: 'vague-link',
  name: 'Link that does not say where it leads',
  severity: 'right',
  why: 'Screen readers list the links of a page by their words alone; “here” five times tells nothing.',
  criterion: '2.4.4 Link Purpose (In Context)',
  check: (page) =>
    linksOf(page)
      .filter(({ words }) =>
        VAGUE.has(
          words
            .trim()
            .toLowerCase()
            .replace(/[.…:>»→]+$/, '')
            .trim(),
        ),
      )
      .map(({ from, to, words, href }) => ({
        from,
        to,
        message: `“${words.trim()}” does not say where the link leads.`,
        passage: `${words} ${href}`,
      })),
  repairs: [{ id: 'words', label: 'Say where it leads', asks: 'Words of the link' }],
  repair: (page, place, _id, words) => rewordLink(page, place, words),
  good: [{ html: '<p><a href="https://a.example">the map of walls</a></p>' }],
  bad: [
    {
      html: '<p>See <a href="https://a.example"><b>Here</b>.</a></p>',
      repair: 'words',
      words: 'the map',
      repaired: '<p>See <a href="https://a.example"><strong>the map</strong></a></p>',
    },
    {
      html: '<p>Walls<span role="doc-footnote">See <a href="https://a.example">here</a>.</span></p>',
      repair: 'words',
      words: 'the map',
      repaired: '<p>Walls<span role="doc-footnote">See <a href="https://a.example">the map</a>.</span></p>',
    },
  ],
}
