import { PassThrough } from 'node:stream'
import { createReadableStreamFromReadable } from '@react-router/node'
import { isbot } from 'isbot'
import { renderToPipeableStream } from 'react-dom/server'
import { type AppLoadContext, type EntryContext, type HandleErrorFunction, ServerRouter } from 'react-router'
import { allowedOrigins } from '../server/embeds/allowed.server.ts'
import { log } from '../server/log.server.ts'
import { applicationPolicy } from '../server/web/security.server.ts'
import { NonceContext } from './shell/nonce.ts'

export const streamTimeout = 8_000

/** The application's pages, rendered on the server. */
export default async function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  entry: EntryContext,
  context: AppLoadContext,
): Promise<Response> {
  headers.set('Content-Security-Policy', applicationPolicy(context.nonce, await allowedOrigins()))
  headers.set('Content-Type', 'text/html; charset=utf-8')
  headers.set('Cache-Control', 'no-store')
  headers.set('Link', stylesOf(entry))
  return new Promise((resolve, reject) => {
    let responseStatus = status
    const ready = isbot(request.headers.get('user-agent')) || entry.isSpaMode ? 'onAllReady' : 'onShellReady'
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext value={context.nonce}>
        <ServerRouter context={entry} url={request.url} nonce={context.nonce} />
      </NonceContext>,
      {
        nonce: context.nonce,
        [ready]() {
          const body = new PassThrough()
          resolve(new Response(createReadableStreamFromReadable(body), { headers, status: responseStatus }))
          pipe(body)
        },
        onShellError: reject,
        onError(error) {
          responseStatus = 500
          log.error({ requestId: context.requestId, error: String(error) }, 'a page was not rendered')
        },
      },
    )
    setTimeout(abort, streamTimeout + 1000).unref()
  })
}

/**
 * The style of what is shown, named before the document: it is fetched first, since nothing is drawn without it, and
 * script can wait (RFC 8288; HTML Standard, “preload”).
 */
function stylesOf({ manifest, staticHandlerContext }: EntryContext): string {
  const styles = staticHandlerContext.matches.flatMap(({ route }) => manifest.routes[route.id]?.css ?? [])
  return [...new Set(styles)].map((style) => `<${style}>; rel=preload; as=style`).join(', ')
}

/** What went wrong in a loader or action; what a request itself caused is not logged as an error. */
export const handleError: HandleErrorFunction = (error, { request, context }) => {
  if (request.signal.aborted) return
  log.error(
    {
      requestId: (context as AppLoadContext).requestId,
      path: new URL(request.url).pathname,
      error: error instanceof Error ? error.stack : String(error),
    },
    'a request failed',
  )
}
