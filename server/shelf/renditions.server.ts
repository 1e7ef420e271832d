import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import sharp from 'sharp'
import { MOST_PIXELS, widthsFor } from '../../core/media/pictures.ts'
import { pool, transaction } from '../database/pool.server.ts'
import { keepBytes, readBytes } from './bytes.server.ts'
import { findOriginal, insertRendition, updateItemState } from './queries.server.ts'

/**
 * Makes a picture in the sizes readers need; without what cameras write into it, such as the place. Each is kept as
 * soon as it is made.
 */
export async function makeRenditions(itemId: string): Promise<void> {
  const original = await findOriginal(pool, itemId)
  if (!original) return
  // From a file the picture is read as it is needed; in memory all of it would stand at once.
  const folder = await mkdtemp(join(tmpdir(), 'fieldstone-picture-'))
  const bytes = join(folder, 'original')
  try {
    await pipeline(Readable.from(readBytes(original.hash), { objectMode: false }), createWriteStream(bytes))
    const { autoOrient } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata()
    for (const width of widthsFor(autoOrient.width)) {
      const isAnimated = original.mediaType === 'image/gif' || original.mediaType === 'image/webp'
      const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS, animated: isAnimated })
        .autoOrient()
        .resize({ width, withoutEnlargement: true })
        .webp({ quality: 82 })
        .toBuffer({ resolveWithObject: true })
      await transaction(async (db) =>
        insertRendition(db, itemId, {
          width: info.width,
          height: info.pageHeight ?? info.height,
          mediaType: 'image/webp',
          hash: await keepBytes(db, data),
        }),
      )
    }
    await updateItemState(pool, itemId, 'ready', null)
  } catch (error) {
    await updateItemState(
      pool,
      itemId,
      'failed',
      'This picture can’t be read to its end. Save it again in the program it came from, then upload it again.',
    )
    throw error
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
