import type { Clipboard, Reading } from '../../../core/paste/read-clipboard.ts'
import { AskedWorker } from '../../shell/asked-worker.ts'
import type { PastedPicture } from '../../../core/paste/settle-pictures.ts'

/** What a paste was read as. */
export interface PasteRead {
  /** Blocks as JSON: they cross from the core's schema to the editor's, which is made of the same kinds. */
  readonly blocks: readonly unknown[]
  readonly isEmpty: boolean
  readonly text: string
  readonly report: string
  /** What was left out, in sentences. */
  readonly leftOut: readonly string[]
  readonly pictures: readonly PastedPicture[]
  readonly onTheWeb: readonly string[]
}

/** What the reader is asked. */
export interface PasteRequest {
  readonly reading: Reading
  readonly clipboard: Clipboard
}

const worker = new AskedWorker<PasteRequest, PasteRead>(
  () => new Worker(new URL('./paste.worker.ts', import.meta.url), { type: 'module' }),
)

/** Has the reader ready, which brings the HTML parser with it: when the sheet is open, at the latest with a paste. */
export const getPasteReady = (): void => void worker.start()

/** Reads a clipboard apart from the screen. Rejects when that can't be begun, as without a connection. */
export async function readPaste(reading: Reading, clipboard: Clipboard): Promise<PasteRead> {
  const read = await worker.ask({ reading, clipboard })
  if (!read) throw new Error('The reader of pastes could not be started.')
  return read
}
