import { z } from 'zod'
import { openFrom } from '../../reader/sealed.ts'
import { sealedDocument } from '../../core/sealed/document.ts'

/** What a sealed frame may say to the page around it. */
const message = z.discriminatedUnion('sealed', [
  z.object({ sealed: z.literal('ready') }),
  z.object({ sealed: z.literal('height'), height: z.number().min(0).max(100_000) }),
  z.object({ sealed: z.literal('link'), href: z.string().max(2000) }),
  z.object({ sealed: z.literal('said'), level: z.string().max(10), text: z.string().max(600) }),
])

export interface FrameEvents {
  onHeight: (height: number) => void
  onSaid?: (level: string, text: string) => void
}

/** The origin on which sealed frames live; the server names it in the document. */
export function sealedAddress(): string {
  return document.querySelector<HTMLMetaElement>('meta[name="sealed-address"]')?.content ?? ''
}

/** A sealed frame that runs this code. `stop` takes it out of the page, with whatever its code is doing. */
export function startSealedFrame(
  code: string,
  title: string,
  { onHeight, onSaid }: FrameEvents,
): { frame: HTMLIFrameElement; stop: () => void } {
  const frame = document.createElement('iframe')
  frame.setAttribute('sandbox', 'allow-scripts')
  frame.title = title || 'HTML piece'
  frame.src = `${sealedAddress()}/shell`
  const listen = (event: MessageEvent): void => {
    if (event.source !== frame.contentWindow) return
    const { data } = message.safeParse(event.data)
    if (data?.sealed === 'ready') frame.contentWindow?.postMessage({ sealedDocument: sealedDocument(code) }, '*')
    else if (data?.sealed === 'height') onHeight(Math.min(4000, Math.max(40, Math.ceil(data.height))))
    else if (data?.sealed === 'link') openFrom(frame, data.href)
    else if (data?.sealed === 'said') onSaid?.(data.level, data.text)
  }
  window.addEventListener('message', listen)
  return {
    frame,
    stop: () => {
      window.removeEventListener('message', listen)
      frame.remove()
    },
  }
}
