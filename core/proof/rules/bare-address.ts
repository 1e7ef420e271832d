import { linksOf, rewordLink } from '../../links/links-of.ts'
import type { Rule } from '../rule.ts'

const ADDRESS = /^(https?:\/\/|www\.)\S+$/i

/** Links whose words are their address. */
export const bareAddress: Rule = {
  id: 'bare-address',
  name: 'Link shown as its address',
  severity: 'look',
  why: 'A screen reader spells an address out letter by letter; words tell in a second what it leads to.',
  criterion: '2.4.4 Link Purpose (In Context)',
  check: (page) =>
    linksOf(page)
      .filter(({ words }) => ADDRESS.test(words.trim()))
      .map(({ from, to, words, href }) => ({
        from,
        to,
        message: `The link shows its address: “${words.trim().slice(0, 60)}”.`,
        passage: `${words} ${href}`,
      })),
  repairs: [{ id: 'words', label: 'Give it words', asks: 'Words of the link' }],
  repair: (page, place, _id, words) => rewordLink(page, place, words),
  good: [{ html: '<p><a href="https://a.example/x">walls</a></p>' }],
  bad: [
    {
      html: '<p><a href="https://a.example/x">https://a.example/x</a></p>',
      repair: 'words',
      words: 'walls',
      repaired: '<p><a href="https://a.example/x">walls</a></p>',
    },
  ],
}
