import { expect, test } from 'vitest'
import { problemOfPage } from '../document/check.ts'
import { schema } from '../document/schema.ts'
import { withoutOtherHosts } from './other-hosts.ts'

const player = (address: string, link = ''): object => ({
  type: 'player',
  attrs: { address, link, title: 'A film', width: 640, height: 360 },
})
const page = (...content: object[]) => schema.nodeFromJSON({ type: 'doc', content: [{ type: 'title' }, ...content] })

test('players of other hosts become link cards, wherever they stand; those of allowed hosts stay', () => {
  const box = {
    type: 'box',
    content: [
      { type: 'paragraph', content: [{ type: 'text', text: 'words' }] },
      player('https://other.example/embed/1', 'https://other.example/v/1'),
    ],
  }
  const changed = withoutOtherHosts(
    page(player('https://video.example/embed/7'), box, player('http://video.example/embed/7')),
    ['https://video.example'],
  )
  expect(problemOfPage(changed)).toBeNull()
  expect(changed.toString()).toBe('doc(title, player, box(paragraph("words"), linkCard), linkCard)')
  expect(changed.child(2).child(1).attrs).toEqual({ address: 'https://other.example/v/1', title: 'A film' })
  expect(withoutOtherHosts(changed, ['https://video.example']).eq(changed)).toBe(true)
})
