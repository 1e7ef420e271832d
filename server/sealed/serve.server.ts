import type { Request, Response } from 'express'
import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { sealedPieces } from '../../core/html/render.ts'
import { sealedDocument, sealedPolicy, SHELL } from '../../core/sealed/document.ts'
import { pool } from '../database/pool.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { findEditionPage } from '../editions/queries.server.ts'
import { log } from '../log.server.ts'
import { ownOrigins } from './addresses.server.ts'
import { isGoodLink, type SealedPlace } from './links.server.ts'

const asked = z.object({
  documentId: identifier,
  edition: z.union([z.literal('work'), z.coerce.number().int().min(1).max(1e9)]),
  index: z.coerce.number().int().min(0).max(100_000),
  until: z.coerce.number().int(),
  mac: z.string().max(100),
})

/** Answers for the sealed host: the shell, and HTML pieces under signed addresses. Nothing else lives there. */
export function serveSealed(request: Request, response: Response): void {
  response.setHeader('Content-Security-Policy', sealedPolicy(ownOrigins))
  response.setHeader('X-Content-Type-Options', 'nosniff')
  response.setHeader('Referrer-Policy', 'no-referrer')
  response.setHeader('Cross-Origin-Resource-Policy', 'cross-origin')
  if (request.method !== 'GET' && request.method !== 'HEAD')
    return refuse(response, 405, 'Only looking is possible here.')
  if (request.path === '/shell')
    return void response.setHeader('Cache-Control', 'public, max-age=3600').type('html').send(SHELL)
  const [, area, documentId, edition, index] = request.path.split('/')
  const place = asked.safeParse({ documentId, edition, index, until: request.query.until, mac: request.query.mac })
  if (area !== 'piece' || !place.success) return refuse(response, 404, 'There is nothing at this address.')
  const { until, mac, ...where } = place.data
  answer(where, until, mac, response).catch((error: unknown) => {
    log.error({ error: error instanceof Error ? error.message : String(error) }, 'a sealed frame could not be answered')
    refuse(response, 503, 'This can’t be shown just now.')
  })
}

async function answer(place: SealedPlace, until: number, mac: string, response: Response): Promise<void> {
  if (!(await isGoodLink(place, until, mac)))
    return refuse(response, 403, 'This address is no longer good. Load the page around it again.')
  const code = await findCode(place)
  if (code === null) return refuse(response, 404, 'There is nothing at this address.')
  response.setHeader('Cache-Control', place.edition === 'work' ? 'no-store' : 'private, max-age=3600')
  response.type('html').send(sealedDocument(code))
}

async function findCode({ documentId, edition, index }: SealedPlace): Promise<string | null> {
  const page =
    edition === 'work' ? (await currentTree(pool, documentId))?.page : await findEditionPage(pool, documentId, edition)
  const piece = page ? sealedPieces(page)[index] : undefined
  return piece ? String(piece.node.attrs.code) : null
}

function refuse(response: Response, status: number, words: string): void {
  response.status(status).type('text').send(`${words}\n`)
}
