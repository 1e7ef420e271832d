export type ReadJson = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly reason: string }

/** The JSON of a request's body, read no further than `most` bytes. */
export async function readJson(request: Request, most: number): Promise<ReadJson> {
  const chunks: Uint8Array[] = []
  let size = 0
  for await (const chunk of request.body ?? []) {
    size += chunk.byteLength
    if (size > most) return { ok: false, reason: 'That is more than one request may hold.' }
    chunks.push(chunk)
  }
  try {
    return {
      ok: true,
      value: JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(chunks))) as unknown,
    }
  } catch {
    return { ok: false, reason: 'The request was not JSON in UTF-8.' }
  }
}
