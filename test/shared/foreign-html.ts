import type { Random } from './random-edits.ts'

/** Addresses as clipboards bring them; no page may link to any but the last two. */
export const ADDRESSES = [
  'javascript:void(0)',
  'file:///C:/Users/me/wall.docx',
  'ftp://walls.example/a',
  'data:text/html,<b>x</b>',
  'about:blank',
  '',
  ' ',
  'x-tool:open',
  'http://[bad',
  'http://a b/',
  'blob:null/1',
  '\u0000',
  '#_Toc1',
  'https://walls.example/',
]

/** Ways in which programs wrap words and links; $ stands for what is inside, @ for an address. */
const WRAPS = [
  '<p class=MsoNormal><span style="font-size:11pt;color:#222">$<o:p></o:p></span></p>',
  '<p><a href="@">$</a></p>',
  '<a href="@"><b>$</b></a>',
  '<div><span style="font-weight:700">$</span></div>',
  '<ul><li>$</li></ul>',
  '<p class=MsoListParagraph style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·<span>&nbsp;</span></span>$</p>',
  '<table><tr><td>$</td></tr></table>',
  '<h2><a name="x" href="@">$</a></h2>',
  '<b style="font-weight:normal">$</b>',
  '<ol start="x"><li>$</li></ol>',
  '<h3 id="-">$</h3>',
  '<td colspan="-4">$</td>',
  '<td colspan=999999 rowspan=0>$</td>',
  '<blockquote cite="@">$</blockquote>',
  '<font face=x>$</font>',
  '<center>$</center>',
  '<a>$</a>',
  '<div class="tabs" data-piece="tabs">$</div>',
  '<div class="box" style="background:nonsense">$</div>',
  '<figure class="player" data-address="@">$</figure>',
  '<div class="reveal" data-piece="reveal">$</div>',
  '<span data-blank="">$</span>',
  '<span data-formula="(((">$</span>',
  '<details><summary>$</summary></details>',
  '<section style="border:1px solid red">$</section>',
  '<pre>$</pre>',
  '<img src="@" alt="x">$',
  '<dl><dt>$</dt></dl>',
  '<article><header>$</header></article>',
  '<h1>$</h1>',
]

/** HTML as no two programs write it, with words that are told apart; every word is one that a reader would see. */
export function foreignHtml(random: Random, freshWord: () => string): { html: string; words: readonly string[] } {
  const words: string[] = []
  const word = (): string => {
    const fresh = freshWord()
    words.push(fresh)
    return fresh
  }
  const wrapped = (depth: number): string => {
    const inside =
      depth === 0 || random.below(3) === 0
        ? word()
        : Array.from({ length: 1 + random.below(2) }, () => wrapped(depth - 1)).join(' ')
    return random
      .pick(WRAPS)
      .replaceAll('@', random.pick(ADDRESSES))
      .replace('$', () => inside)
  }
  const html = Array.from({ length: 1 + random.below(3) }, () => wrapped(3)).join('')
  return {
    html: random.below(2) ? html : `<html><body><!--StartFragment-->${html}<!--EndFragment--></body></html>`,
    words,
  }
}
