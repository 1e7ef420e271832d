/** The most messages to the console that a sealed frame passes on. */
const MOST_SAID = 200

/*
 * Runs inside the frame, before the author's code. It bounds the console, tells errors, the height and which link was
 * pressed to the page around the frame, and nothing else: all that page takes from it is a number, a line of text, and
 * an address that it looks at first. A link that the frame followed itself would leave it empty: it may go nowhere.
 */
const PRELUDE = `(() => {
  let said = 0, last = 0
  const tell = (level, text) => { if (said++ < ${MOST_SAID}) parent.postMessage({ sealed: 'said', level, text: String(text).slice(0, 500) }, '*') }
  for (const level of ['log', 'info', 'warn', 'error', 'debug']) {
    const own = console[level].bind(console)
    console[level] = (...words) => { if (said < ${MOST_SAID}) own(...words); tell(level, words.map(String).join(' ')) }
  }
  addEventListener('error', (event) => tell('error', event.message + (event.lineno ? ' (line ' + event.lineno + ')' : '')))
  const measure = () => {
    const height = Math.ceil(document.documentElement.getBoundingClientRect().height)
    if (Math.abs(height - last) > 1) parent.postMessage({ sealed: 'height', height: last = height }, '*')
  }
  new ResizeObserver(measure).observe(document.documentElement)
  addEventListener('load', measure)
  addEventListener('click', (event) => {
    const link = event.target instanceof Element && !event.defaultPrevented ? event.target.closest('a[href]') : null
    const href = link ? link.getAttribute('href') : '#'
    if (href.startsWith('#')) return
    event.preventDefault()
    parent.postMessage({ sealed: 'link', href: href.slice(0, 2000) }, '*')
  })
})()`

/**
 * The document that shows an HTML piece in its sealed frame. The code is put in as it is: the frame is what holds it.
 */
export function sealedDocument(code: string): string {
  return `<!doctype html><meta charset="utf-8"><style>html{height:auto}body{margin:0;font:16px/1.5 system-ui,sans-serif}</style><script>${PRELUDE}</script>${code}`
}

/** Script and style of its own and pictures in it, and no way out. */
const OWN_ALONE = [
  "default-src 'none'",
  "script-src 'unsafe-inline'",
  "style-src 'unsafe-inline'",
  'img-src data: blob:',
  'media-src data: blob:',
  'font-src data:',
  "form-action 'none'",
  "base-uri 'none'",
]

/** What every sealed document is sent with. `ancestors` are the origins whose pages may frame it. */
export function sealedPolicy(ancestors: readonly string[]): string {
  return [...OWN_ALONE, 'sandbox allow-scripts', `frame-ancestors ${ancestors.join(' ')}`].join('; ')
}

/** The document of an HTML piece inside a file: nothing is sent with it, so it says itself what it may. */
export function sealedDocumentInFile(code: string): string {
  return sealedDocument(code).replace(
    '<meta charset="utf-8">',
    `$&<meta http-equiv="Content-Security-Policy" content="${OWN_ALONE.join('; ')}">`,
  )
}

/** Waits for a document from the page around it and becomes it: how code is tried before anything is saved. */
export const SHELL = `<!doctype html><meta charset="utf-8"><title>Sealed frame</title><script>
addEventListener('message', (event) => {
  if (event.source !== parent || typeof event.data?.sealedDocument !== 'string') return
  document.open()
  document.write(event.data.sealedDocument)
  document.close()
}, { once: true })
parent.postMessage({ sealed: 'ready' }, '*')
</script>`
