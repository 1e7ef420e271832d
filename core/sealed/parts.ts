/** The code of an HTML piece, each language by itself. */
export interface CodeParts {
  readonly html: string
  /** What stands in its first element, where that is a style; empty where there is none. */
  readonly style: string
  /** What stands in its last element, where that is a script. */
  readonly script: string
}

const STYLE = /^\s*<style>\n?([^]*?)\n?<\/style>\n?/i
const SCRIPT = /\n?<script>\n?((?:(?!<\/?script)[^])*?)\n?<\/script>\s*$/i

/**
 * The style at the beginning of some code, the script at its end, and what is between them. What has attributes of its
 * own, or stands elsewhere, is left where it is: a script in the middle may count on what is above it.
 */
export function apart(code: string): CodeParts {
  const style = STYLE.exec(code)
  const rest = style ? code.slice(style[0].length) : code
  const script = SCRIPT.exec(rest)
  return { html: script ? rest.slice(0, script.index) : rest, style: style?.[1] ?? '', script: script?.[1] ?? '' }
}

/** The code of the parts, as a document has them: style, what is seen, script. */
export function together({ html, style, script }: CodeParts): string {
  return [
    style === '' ? '' : `<style>\n${style}\n</style>\n`,
    html,
    script === '' ? '' : `\n<script>\n${script}\n</script>`,
  ].join('')
}

/** What would end a part too early, as a sentence; empty where nothing does (HTML Standard, “Raw text elements”). */
export function problemOfParts({ style, script }: CodeParts): string {
  if (/<\/style/i.test(style)) return 'The style holds “</style”, which would end it there.'
  if (/<\/?script|<!--/i.test(script))
    return 'The script holds “<script”, “</script” or “<!--”: write “<\\/script” in its strings.'
  return ''
}
