import { readFileSync } from 'node:fs'
import { z } from 'zod'

const manifest = z.record(z.string(), z.object({ file: z.string(), css: z.array(z.string()).default([]) }))

let found: { script: string; style: string } | null = null

/** Addresses of the reading room's script and style, as the build named them. */
export function readerAssets(): { script: string; style: string } {
  if (!found) {
    const entries = manifest.parse(
      JSON.parse(readFileSync(new URL('../reader/manifest.json', import.meta.url), 'utf8')),
    )
    const room = entries['reader/room.ts']
    if (!room?.css[0]) throw new Error('The reading room was not built: run npm run build.')
    found = { script: `/reader/${room.file}`, style: `/reader/${room.css[0]}` }
  }
  return found
}
