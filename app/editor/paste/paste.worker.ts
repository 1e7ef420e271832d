import { readClipboard } from '../../../core/paste/read-clipboard.ts'
import type { AskedMessage, AnswerMessage } from '../../shell/asked-worker.ts'
import type { PasteRead, PasteRequest } from './read-paste.ts'

/* Reads what was pasted beside the main thread, so that a long text keeps nobody from writing on. */
self.addEventListener('message', ({ data: { id, request } }: MessageEvent<AskedMessage<PasteRequest>>) => {
  const { blocks, report, leftOut, pictures, onTheWeb } = readClipboard(request.reading, request.clipboard)
  const answer: PasteRead = {
    blocks: blocks.map((block) => block.toJSON() as unknown),
    isEmpty: blocks.every((block) => block.isTextblock && block.content.size === 0),
    text: blocks.map((block) => block.textContent).join('\n'),
    report,
    leftOut,
    pictures,
    onTheWeb,
  }
  self.postMessage({ id, answer } satisfies AnswerMessage<PasteRead>)
})
