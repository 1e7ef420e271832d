import { byName } from '../tree/by-name.ts'

/** What a look is called by an author; the first that fits wins. What a page keeps in its own way is not named. */
const LOOKS: readonly (readonly [property: RegExp, value: RegExp, name: string])[] = [
  [/^(page-)?break-(before|after|inside)$/, /always|page|avoid/, 'page break'],
  [/^color$/, /./, 'text colour'],
  [/^background(-color|-image)?$|^mso-highlight$/, /^(?!(transparent|none|white|inherit|initial)$)/, 'highlighting'],
  [/^font(-family)?$/, /./, 'font'],
  [/^font-size$/, /./, 'text size'],
  [/^font-variant|^text-transform$/, /^(?!(normal|none)$)/, 'capitals'],
  [/^text-align$/, /center|right|justify/, 'alignment'],
  [/^text-indent$|^margin(-left|-right|-inline.*)?$|^padding/, /[1-9]/, 'indents'],
  [/^line-height$|^letter-spacing$|^word-spacing$|^margin-(top|bottom|block.*)$/, /[1-9]/, 'spacing'],
  [/^border/, /[1-9]|solid|thin|medium/, 'borders'],
  [/^(width|height|float|position|columns?)/, /./, 'layout'],
]

/** Elements of HTML that a page has no place for yet, as authors call what they are for. */
const TAGS = byName<string>({
  del: 'words marked as deleted',
  ins: 'marks of insertions',
  center: 'alignment',
  img: 'a picture',
  picture: 'a picture',
  video: 'a film',
  audio: 'a sound',
  object: 'an embedded object',
  embed: 'an embedded object',
  applet: 'an embedded object',
  canvas: 'a drawing',
  svg: 'a drawing',
  math: 'a formula',
  form: 'a form',
  input: 'a form field',
  textarea: 'a form field',
  select: 'a form field',
  button: 'a button',
  script: 'a script',
  iframe: 'a frame',
  comment: 'a comment in the code',
  hidden: 'hidden text',
})

/** What these style declarations look like, by name; what a page says in its own way has none. */
export function looksOf(styles: ReadonlyMap<string, string>): string[] {
  return [...styles].flatMap(([property, value]) => {
    const look = LOOKS.find(([name, meant]) => name.test(property) && meant.test(value))
    return look ? [look[2]] : []
  })
}

/** What an element is for, in words; its tag where there is no word for it. */
export const tagWords = (tag: string): string => TAGS[tag] ?? `“${tag}”`
