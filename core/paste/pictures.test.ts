import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { expect, test } from 'vitest'
import { foreignHtml } from '../../test/shared/foreign-html.ts'
import { Random } from '../../test/shared/random-edits.ts'
import { cleanHtml, asItCame } from './clean.ts'
import { bytesOfAddress, picturesOfRtf } from './picture-bytes.ts'
import { PLACE_OF_PICTURE, placesIn, placesOfPictures, withoutPlacesIn } from './picture-places.ts'
import { schema } from '../document/schema.ts'
import { Fragment } from 'prosemirror-model'

const picture = (format: 'png' | 'jpeg', width: number): Promise<Buffer> =>
  sharp({ create: { width, height: 2, channels: 3, background: '#456' } })
    .toFormat(format)
    .toBuffer()
const RED = await picture('png', 3)
const address = (bytes: Buffer, type = 'image/png'): string => `data:${type};base64,${bytes.toString('base64')}`

test('pictures in the HTML come with their bytes, alternative text and caption, each where it stood', () => {
  const cleaned = cleanHtml(
    `<p>Before</p><p><img src="${address(RED)}" alt="A  red wall"></p><figure><a href="/x"><img src="${address(RED)}"></a><figcaption>Seen <em>late</em></figcaption></figure><p>a <img src="${address(RED)}" alt=""> b</p>`,
  )
  expect(cleaned.report).toBe('Pasted: 2 paragraphs, 3 pictures.')
  expect(cleaned.pictures.map(({ alt }) => alt)).toEqual(['A red wall', '', ''])
  for (const { from } of cleaned.pictures) expect(from).toEqual({ type: 'image/png', bytes: new Uint8Array(RED) })
  expect(cleaned.pictures[1]!.caption).toEqual([
    { type: 'text', text: 'Seen ' },
    { type: 'text', marks: [{ type: 'emphasis' }], text: 'late' },
  ])
  expect(placesIn(cleaned.blocks)).toEqual([0, 1, 2])
  const bare = withoutPlacesIn(Fragment.fromArray([...cleaned.blocks]))
  expect(bare.content.map((block) => block.textContent)).toEqual(['Before', '', '', 'a  b'])
  const page = schema.node('doc', null, [schema.node('title'), ...cleaned.blocks])
  const after = schema.node('doc', null, [schema.node('title'), ...bare.content])
  const last = placesOfPictures(page)[2]!
  expect(after.textBetween(last.at - 2, last.at + 2)).toBe('a  b')
})

test('pictures on the web are links by what they show, those on a disk are named, ours are fetched from our site', () => {
  const cleaned = cleanHtml(
    `<p><img src="https://walls.example/photos/dry%20wall.jpg"></p><p><img src="https://walls.example/b.jpg" alt="Frost"></p>
    <p><img src="file:///C:/a.png" alt="In section"></p><p><img src="cid:part1"></p><p><img src="https://ours.example/files/wall-1/640" alt="Ours"></p>`,
    { site: 'https://ours.example' },
  )
  expect(cleaned.report).toBe(
    'Pasted: 2 paragraphs, 1 picture, 2 links. Left out: 2 pictures that the clipboard does not hold (“In section”). Linked: 2 pictures on the web.',
  )
  expect(cleaned.onTheWeb).toEqual(['https://walls.example/photos/dry%20wall.jpg', 'https://walls.example/b.jpg'])
  expect(cleaned.blocks.map((block) => block.textContent.replaceAll(PLACE_OF_PICTURE, '|'))).toEqual([
    'dry wall.jpg',
    'Frost',
    '|0|',
  ])
  expect(cleaned.pictures).toEqual([{ from: '/files/wall-1/640', alt: 'Ours', caption: [] }])
})

test('a picture of our own pages stays one', () => {
  const own =
    '<figure data-piece="picture" data-align="center" style="width: 100%"><img src="/files/wall-1/640" width="1200" height="800" alt="A wall"></figure>'
  const { blocks, pictures } = cleanHtml(own)
  expect(blocks.map(({ type }) => type.name)).toEqual(['picture'])
  expect(pictures).toEqual([])
})

test('pictures in Rich Text Format as pandoc writes it are the bytes that pandoc was given, and go to those on the disk', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'rtf-'))
  const jpeg = await picture('jpeg', 5)
  writeFileSync(join(folder, 'a.png'), RED)
  writeFileSync(join(folder, 'b.jpg'), jpeg)
  writeFileSync(join(folder, 'text.md'), 'First {braces} ![A](a.png) then\n\n![B](b.jpg)\n')
  const rtf = execFileSync('pandoc', ['-s', 'text.md', '-o', '-', '-t', 'rtf'], { cwd: folder, encoding: 'utf8' })
  expect(picturesOfRtf(rtf)).toEqual([
    { type: 'image/png', bytes: new Uint8Array(RED) },
    { type: 'image/jpeg', bytes: new Uint8Array(jpeg) },
  ])
  const html = '<p><img src="file:///C:/1.png" alt="A"></p><p><img src="file:///C:/2.jpg" alt="B"></p>'
  expect(
    cleanHtml(html, { rtf }).pictures.map(({ from, alt }) => [alt, typeof from === 'string' ? '' : from.type]),
  ).toEqual([
    ['A', 'image/png'],
    ['B', 'image/jpeg'],
  ])
  // Which is which can't be known when there are more of one than of the other.
  expect(cleanHtml(html.replace(/<p>[^]*?<\/p>/, ''), { rtf }).pictures).toEqual([])
})

test('the second form of a picture, and those of list markers, are not counted; what is neither PNG nor JPEG is', () => {
  const rtf = String.raw`{\rtf1{\*\listpicture{\pict\pngblip 00ff}}{\*\shppict{\pict{\*\picprop}\picw3\pngblip
89 50}}{\nonshppict{\pict\wmetafile8 0102}} words {\pict\wmetafile8 0102}}`
  expect(picturesOfRtf(rtf)).toEqual([{ type: 'image/png', bytes: new Uint8Array([0x89, 0x50]) }, null])
  for (const broken of ['', '{', '}}}{\\pict', '{\\pict\\pngblip 123}', '\\'.repeat(1000)])
    expect(picturesOfRtf(broken).filter(Boolean)).toEqual([])
})

test('addresses with bytes in them (RFC 2397)', () => {
  expect(bytesOfAddress('data:image/svg+xml,%3Csvg/%3E')).toEqual({
    type: 'image/svg+xml',
    bytes: new TextEncoder().encode('<svg/>'),
  })
  expect(bytesOfAddress('data:image/gif;charset=x;base64,R0lG\n ODlh')?.bytes.length).toBe(6)
  for (const broken of ['data:,x', 'data:image/png;base64,***', 'data:image/png,%zz', 'data:text/html,<b>', 'x'])
    expect(bytesOfAddress(broken)).toBeNull()
})

test('no mark of a place is left in the words, whatever came, and each picture has one place', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const image = `<img src="${address(RED)}" alt="${PLACE_OF_PICTURE}0${PLACE_OF_PICTURE}">`
    const { html } = foreignHtml(new Random(seed), () => `w ${image} v ${PLACE_OF_PICTURE}1${PLACE_OF_PICTURE}`)
    for (const { blocks, pictures } of [cleanHtml(html), asItCame(html), cleanHtml(html, {}, true)]) {
      expect(
        [...placesIn(blocks)].sort((a, b) => a - b),
        html,
      ).toEqual(pictures.map((_, number) => number))
      const bare = withoutPlacesIn(Fragment.fromArray([...blocks]))
      expect(JSON.stringify(bare.toJSON()), html).not.toContain(PLACE_OF_PICTURE)
    }
  }
})
