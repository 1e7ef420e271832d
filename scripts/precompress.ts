import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

/** What compresses well; fonts and pictures are packed already. */
const TEXT = /\.(?:js|css|svg|html|json|txt|aff|dic|wasm)$/
/** Dictionaries: large, and fetched by few. */
const DICTIONARY = /\.(?:aff|dic)$/
/** Below this a packed file saves nothing worth a second file. */
const LEAST = 600

/**
 * Writes each text file of the folders once more as Brotli and as gzip beside it: browsers get them as they lie, and no
 * request waits for packing.
 */
function precompress(folder: string): void {
  for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
    if (!TEXT.test(file)) continue
    const path = join(folder, file)
    const bytes = readFileSync(path)
    if (bytes.length < LEAST) continue
    writeFileSync(
      `${path}.br`,
      brotliCompressSync(bytes, {
        params: {
          [constants.BROTLI_PARAM_QUALITY]: DICTIONARY.test(file) ? 6 : 11,
          [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
        },
      }),
    )
    writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }))
  }
}

for (const folder of ['build/client/assets', 'build/reader/assets']) precompress(folder)
