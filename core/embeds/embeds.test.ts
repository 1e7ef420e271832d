import fc from 'fast-check'
import { expect, test } from 'vitest'
import { readEmbed } from './embed-code.ts'
import { webAddress } from './web-address.ts'
import { isPublicAddress } from './public-address.ts'

test.each<[string, string, object]>([
  ['a share address', ' https://video.example/v/7 ', { type: 'address', address: 'https://video.example/v/7' }],
  [
    'an embed code',
    '<iframe width="560" height="315" src="https://video.example/embed/7?a=1&amp;b=2" title="A &quot;through&quot;" allowfullscreen></iframe>',
    { type: 'code', address: 'https://video.example/embed/7?a=1&b=2', title: 'A "through"', width: 560, height: 315 },
  ],
  [
    'one in wrappers, sized in percent',
    '<div style="padding:56.25% 0 0 0;position:relative"><iframe src="//video.example/7" style="width:100%" width="100%"></iframe></div><script src="https://video.example/p.js"></script>',
    { type: 'code', address: 'https://video.example/7', width: null, height: null },
  ],
  ['words', 'see https://video.example/7 and more', { type: 'none' }],
  ['plain words', 'through-stones', { type: 'none' }],
])('%s', (_name, text, expected) => expect(readEmbed(text)).toMatchObject(expected))

test.each([
  ['<iframe src="https://video.exam', 'cut off'],
  ['<iframe width="3"></iframe>', 'has no address'],
  [
    '<blockquote class="x">q</blockquote><script src="https://x.example/e.js"></script>',
    'There is no frame in this code',
  ],
  ['<iframe src="javascript:alert(1)"></iframe>', 'not an address of the web'],
  ['<iframe src="data:text/html,x"></iframe>', 'not an address of the web'],
  ['javascript:alert(1)', 'not an address of the web'],
  ['file:///etc/passwd', 'not an address of the web'],
])('%s is told with a sentence', (text, sentence) => {
  const read = readEmbed(text)
  expect(read.type).toBe('problem')
  expect(read.type === 'problem' && read.reason).toContain(sentence)
})

test('addresses with a name and password in them are none', () => {
  expect(webAddress('https://video.example@evil.example/')).toBeNull()
  expect(webAddress('https://a:b@evil.example/')).toBeNull()
})

// RFC 6890 and the IANA special-purpose address registries; loopback written in every way that resolvers give back.
test.each([
  '127.0.0.1',
  '127.1.2.3',
  '0.0.0.0',
  '10.0.0.1',
  '172.16.0.1',
  '172.31.255.255',
  '192.168.1.1',
  '169.254.169.254',
  '100.64.0.1',
  '224.0.0.1',
  '255.255.255.255',
  '::',
  '::1',
  'fe80::1',
  'fc00::1',
  'fd12:3456::1',
  'ff02::1',
  '::ffff:127.0.0.1',
  '::ffff:10.0.0.1',
  '64:ff9b::7f00:1',
  '2001:db8::1',
  'nonsense',
  '',
])('%s is not public', (address) => expect(isPublicAddress(address)).toBe(false))
test.each(['93.184.215.14', '8.8.8.8', '2606:2800:21f:cb07:6820:80da:af6b:8b2c', '::ffff:8.8.8.8'])(
  '%s is public',
  (address) => expect(isPublicAddress(address)).toBe(true),
)

test('any text is read without throwing, and what is read is an address of the web', () => {
  const piece = fc.constantFrom(
    '<iframe ',
    'src="',
    'https://a.example/',
    'javascript:x',
    '"',
    '>',
    '</iframe>',
    ' ',
    '<div>',
    '//',
    '\u0000',
    'title="x"',
    '%',
  )
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 12 }), (parts) => {
      const read = readEmbed(parts.join(''))
      if ('address' in read) expect(read.address).toMatch(/^https?:\/\//)
    }),
  )
})
