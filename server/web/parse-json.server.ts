import type { z } from 'zod'
import { readJson } from './read-json.server.ts'

export type ParsedJson<T> = { readonly ok: true; readonly data: T } | { readonly ok: false; readonly answer: Response }

/** The JSON of a request as a schema has it; else the answer that says what is wrong with it, as a sentence. */
export async function parseJson<T>(request: Request, schema: z.ZodType<T>, mostBytes: number): Promise<ParsedJson<T>> {
  const unsafeBody = await readJson(request, mostBytes)
  const parsed = schema.safeParse(unsafeBody.ok ? unsafeBody.value : null)
  if (parsed.success) return { ok: true, data: parsed.data }
  return {
    ok: false,
    answer: Response.json(
      { ok: false, reason: parsed.error.issues[0]?.message ?? 'That was not understood.' },
      { status: 400 },
    ),
  }
}
