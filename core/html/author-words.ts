/* What elements and properties of HTML and CSS are called by whoever writes a page. */

/** What something is called, where it is one thing or words. */
export interface Called {
  readonly subject: string
  readonly whose: 'its' | 'their'
}

const ELEMENTS: readonly (readonly [tag: RegExp, name: string])[] = [
  [/^(html|body)$/, 'document'],
  [/^p$/, 'paragraph'],
  [/^h[1-6]$/, 'heading'],
  [/^(ul|ol|menu|dl)$/, 'list'],
  [/^(li|dt|dd)$/, 'entry of a list'],
  [/^table$/, 'table'],
  [/^(thead|tbody|tfoot|tr)$/, 'row'],
  [/^(td|th)$/, 'cell'],
  [/^(col|colgroup)$/, 'column'],
  [/^(caption|figcaption)$/, 'caption'],
  [/^blockquote$/, 'quotation'],
  [/^pre$/, 'preformatted text'],
  [/^a$/, 'link'],
  [/^(img|picture)$/, 'picture'],
  [/^figure$/, 'figure'],
  [/^hr$/, 'rule'],
  [/^br$/, 'line break'],
  [/^(details|summary)$/, 'fold'],
  [/^(iframe|object|embed|video|audio)$/, 'frame'],
  [/^button$/, 'button'],
  [/^(div|section|article|main|aside|header|footer|nav|center|address|form|fieldset)$/, 'block'],
]
const WORDS =
  /^(span|font|b|strong|i|em|u|s|strike|sub|sup|small|big|code|kbd|samp|var|tt|mark|q|cite|abbr|acronym|dfn|ins|del|label|bdi|bdo|time|data)$/

/** “This paragraph”, “These words”; the tag where there is no word for it. */
export function elementWords(tag: string): Called {
  if (WORDS.test(tag)) return { subject: 'These words', whose: 'their' }
  const name = ELEMENTS.find(([tags]) => tags.test(tag))?.[1]
  return { subject: name === undefined ? `“${tag}”` : `This ${name}`, whose: 'its' }
}

const PROPERTIES: readonly (readonly [property: RegExp, name: string])[] = [
  [/^border(-(top|right|bottom|left|start|end))?-.*radius$|^border-radius$/, 'round corners'],
  [/^border/, 'border'],
  [/^outline/, 'outline'],
  [/^(box|text)-shadow$/, 'shadow'],
  [/^background/, 'background'],
  [/^color$/, 'colour'],
  [/^font-family$|^font$/, 'typeface'],
  [/^font-size$/, 'size of letters'],
  [/^font-weight$/, 'weight of letters'],
  [/^font-style$/, 'slant'],
  [/^font-variant|^text-transform$/, 'capitals'],
  [/^text-decoration/, 'line through or under the words'],
  [/^text-align$|^vertical-align$/, 'alignment'],
  [/^text-indent$/, 'indent of the first line'],
  [/^line-height$|^letter-spacing$|^word-spacing$/, 'spacing'],
  [/^white-space$/, 'way of breaking lines'],
  [/^padding/, 'space inside'],
  [/^margin/, 'space around'],
  [/^(min-|max-)?width$/, 'width'],
  [/^(min-|max-)?height$/, 'height'],
  [/^float$|^clear$/, 'place beside the text'],
  [/^position$|^(top|right|bottom|left|inset|z-index)$/, 'place on the screen'],
  [/^display$|^(flex|grid|column|gap|order|align|justify)/, 'arrangement'],
  [/^list-style/, 'signs of the list'],
  [/^(transform|rotate|scale|translate)$/, 'turn'],
  [/^(animation|transition)/, 'movement'],
  [/^opacity$|^filter$/, 'transparency'],
  [/^direction$|^unicode-bidi$/, 'direction'],
  [/^cursor$/, 'pointer'],
  [/^overflow/, 'scrolling'],
]

/** What a property of CSS is for, as words that stand after “its”. */
export const propertyWords = (property: string): string =>
  PROPERTIES.find(([properties]) => properties.test(property))?.[1] ?? 'style'
