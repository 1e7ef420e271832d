import { randomBytes } from 'node:crypto'
import { createReadStream, existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { join } from 'node:path'

/*
 * Millrace Video, a made-up host: films are uploaded, shown to everybody or to their owner alone, shared by address,
 * embedded by code, and told about through oEmbed (oembed.com).
 */
interface Film {
  readonly id: string
  title: string
  /** Who may view it. */
  view: 'everybody' | 'owner'
  readonly width: number
  readonly height: number
  readonly file: string
}

const MOST = 50 * 1024 * 1024
const escape = (words: string): string => words.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`)

export class Millrace {
  #films: Film[]

  constructor(
    private readonly folder: string,
    private readonly origin: string,
    samples: readonly Film[],
  ) {
    mkdirSync(folder, { recursive: true })
    const list = join(folder, 'films.json')
    this.#films = existsSync(list) ? (JSON.parse(readFileSync(list, 'utf8')) as Film[]) : [...samples]
  }

  #save(): void {
    writeFileSync(join(this.folder, 'films.json'), JSON.stringify(this.#films, null, 1))
  }

  async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? '/', this.origin)
    const [, area = '', id = ''] = url.pathname.split('/')
    const film = this.#films.find((each) => each.id === id)
    if (request.method === 'POST' && area === 'films') return this.#upload(request, response, url)
    if (request.method === 'POST' && area === 'view' && film) return this.#change(film, url, response)
    if (area === '') return this.#page(response, 200, 'Millrace Video', this.#list())
    if (area === 'oembed') return this.#oembed(response, url.searchParams.get('url') ?? '')
    if (!film) return this.#page(response, 404, 'Nothing here', '<p>There is no film at this address.</p>')
    if (film.view === 'owner' && url.searchParams.get('owner') !== 'yes')
      return this.#page(response, 403, 'Not shown', '<p>This film is shown to its owner alone.</p>')
    if (area === 'v')
      return this.#page(
        response,
        200,
        film.title,
        `${this.#player(film)}<p>Share address: <code>${this.origin}/v/${film.id}</code></p><p>Embed code:<br><textarea readonly rows="3" cols="70" aria-label="Embed code">${escape(this.#code(film))}</textarea></p>`,
      )
    if (area === 'embed') return this.#bare(response, film)
    if (area === 'file') return this.#send(request, response, film)
    this.#page(response, 404, 'Nothing here', '<p>There is nothing at this address.</p>')
  }

  #code(film: Film): string {
    return `<iframe src="${this.origin}/embed/${film.id}" title="${escape(film.title)}" width="${film.width}" height="${film.height}" allowfullscreen></iframe>`
  }

  #player(film: Film): string {
    return `<video controls preload="metadata" style="width:100%;max-height:80vh;background:#000" src="/file/${film.id}${film.view === 'owner' ? '?owner=yes' : ''}"></video>`
  }

  #list(): string {
    const rows = this.#films.map(
      (
        film,
      ) => `<li><a href="/v/${film.id}?owner=yes">${escape(film.title)}</a> — shown to ${film.view === 'owner' ? 'its owner' : 'everybody'}
<form method="post" action="/view/${film.id}?to=${film.view === 'owner' ? 'everybody' : 'owner'}"><button>Show to ${film.view === 'owner' ? 'everybody' : 'owner alone'}</button></form></li>`,
    )
    return `<ul>${rows.join('')}</ul><h2>Upload a film</h2><form id="up"><label>Title <input name="title" required></label> <label>File <input type="file" name="file" accept="video/*" required></label>
<label>Shown to <select name="view"><option value="everybody">everybody</option><option value="owner">me alone</option></select></label> <button>Upload</button></form>
<script>up.onsubmit=async(e)=>{e.preventDefault();const f=new FormData(up),q=new URLSearchParams({title:f.get('title'),view:f.get('view')});const r=await fetch('/films?'+q,{method:'POST',body:f.get('file')});if(r.ok)location='/v/'+(await r.text())+'?owner=yes';else alert(await r.text())}</script>`
  }

  #page(response: ServerResponse, status: number, title: string, body: string): void {
    response.writeHead(status, { 'Content-Type': 'text/html; charset=utf-8', 'X-Content-Type-Options': 'nosniff' })
    response.end(
      `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escape(title)}</title><style>body{font:16px/1.5 system-ui;max-width:46rem;margin:2rem auto;padding:0 1rem}form{display:inline-block;margin:.2rem}</style><h1>${escape(title)}</h1>${body}<p><a href="/">Millrace Video</a>: a stand-in, nothing here is real.</p></html>`,
    )
  }

  /** The film alone, for frames in other pages. */
  #bare(response: ServerResponse, film: Film): void {
    response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' })
    response.end(
      `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escape(film.title)}</title><style>html,body{margin:0;height:100%;background:#000}video{width:100%!important;height:100%;max-height:none!important}</style>${this.#player(film)}</html>`,
    )
  }

  #oembed(response: ServerResponse, address: string): void {
    const id = address.startsWith(`${this.origin}/v/`) ? new URL(address).pathname.split('/')[2] : undefined
    const film = this.#films.find((each) => each.id === id)
    const status = !film ? 404 : film.view === 'owner' ? 401 : 200
    response.writeHead(status, { 'Content-Type': 'application/json' })
    response.end(
      status === 200 && film
        ? JSON.stringify({
            version: '1.0',
            type: 'video',
            provider_name: 'Millrace Video',
            title: film.title,
            width: film.width,
            height: film.height,
            html: this.#code(film),
          })
        : '{}',
    )
  }

  #change(film: Film, url: URL, response: ServerResponse): void {
    film.view = url.searchParams.get('to') === 'owner' ? 'owner' : 'everybody'
    this.#save()
    response.writeHead(303, { Location: '/' }).end()
  }

  async #upload(request: IncomingMessage, response: ServerResponse, url: URL): Promise<void> {
    const parts: Buffer[] = []
    let size = 0
    for await (const part of request as AsyncIterable<Buffer>) {
      size += part.length
      if (size > MOST) return void response.writeHead(413).end('A film may have at most 50 MB.')
      parts.push(part)
    }
    const id = randomBytes(5).toString('hex')
    const file = join(this.folder, id)
    writeFileSync(file, Buffer.concat(parts))
    this.#films.push({
      id,
      title: (url.searchParams.get('title') ?? '').slice(0, 200) || 'Untitled',
      view: url.searchParams.get('view') === 'owner' ? 'owner' : 'everybody',
      width: 640,
      height: 360,
      file,
    })
    this.#save()
    response.writeHead(200, { 'Content-Type': 'text/plain' }).end(id)
  }

  #send(request: IncomingMessage, response: ServerResponse, film: Film): void {
    const size = statSync(film.file).size
    const range = /^bytes=(\d+)-(\d*)$/.exec(request.headers.range ?? '')
    const [from, to] = range
      ? [Number(range[1]), range[2] ? Math.min(size - 1, Number(range[2])) : size - 1]
      : [0, size - 1]
    response.writeHead(range ? 206 : 200, {
      'Content-Type': 'video/webm',
      'Accept-Ranges': 'bytes',
      'Content-Length': Math.max(0, to - from + 1),
      ...(range ? { 'Content-Range': `bytes ${from}-${to}/${size}` } : {}),
    })
    if (from > to) return void response.end()
    createReadStream(film.file, { start: from, end: to }).pipe(response)
  }
}
