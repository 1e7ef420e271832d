import type { Node } from 'prosemirror-model'
import { escapeText } from './escape.ts'
import { fillSlots, renderPage } from '../html/render.ts'

/**
 * A page as one HTML document that needs nothing else: complete without script, with `style` in it. Code pieces, whose
 * frames need an address, are left out; so are the forms of practice questions, which need somebody to answer.
 */
export function htmlDocument(page: Node, options: { readonly language: string; readonly direction: 'ltr' | 'rtl'; readonly style: string }): string {
  const { title, segments } = renderPage(page)
  const body = fillSlots(segments, () => '').replace(/<iframe class="html-piece"[^>]*><\/iframe>/g, '').replace(/<p class="practice-send">.*?<\/p>|<form [^>]*><\/form>/g, '')
  return `<!doctype html>
<html lang="${escapeText(options.language)}" dir="${options.direction}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeText(title)}</title>
<style>${options.style.replaceAll('</', '<\\/')}</style>
</head>
<body>
<main class="page-content">
<h1>${escapeText(title)}</h1>
${body}
</main>
</body>
</html>
`
}
