import type { z } from 'zod'

/** What came back: an answer in the shape that was expected, or a sentence. */
export type Asked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string }

const SILENT = { ok: false, reason: 'The server does not answer. Nothing was changed; try again.' } as const

/** Gets JSON of a shape. */
export async function getJson<T>(address: string, shape: z.ZodType<T>): Promise<Asked<T>> {
  return ask(address, {}, shape)
}

/** Sends JSON and gets JSON of a shape, also where the server refuses. */
export async function sendJson<T>(address: string, body: unknown, shape: z.ZodType<T>): Promise<Asked<T>> {
  return ask(
    address,
    { method: 'POST', body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } },
    shape,
  )
}

async function ask<T>(address: string, init: RequestInit, shape: z.ZodType<T>): Promise<Asked<T>> {
  const response = await fetch(address, init).catch(() => null)
  const json: unknown = await response?.json().catch(() => null)
  const parsed = shape.safeParse(json)
  return parsed.success ? { ok: true, value: parsed.data } : SILENT
}
