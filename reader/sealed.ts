import { outsideAddress } from './outside-address.ts'

interface Told {
  readonly sealed?: unknown
  readonly height?: unknown
  readonly href?: unknown
}

/**
 * Gives a sealed frame the height it tells, within bounds, and opens the link that was pressed in it: only where
 * somebody is in the frame and has just pressed something, so that no code opens anything by itself.
 */
export function fitSealedFrames(frames: readonly HTMLIFrameElement[]): void {
  if (frames.length === 0) return
  window.addEventListener('message', ({ source, data }: MessageEvent<Told | null>) => {
    const frame = frames.find(({ contentWindow }) => contentWindow === source)
    if (!frame) return
    if (data?.sealed === 'height' && typeof data.height === 'number' && Number.isFinite(data.height))
      frame.style.height = `${Math.min(4000, Math.max(40, Math.ceil(data.height)))}px`
    else if (data?.sealed === 'link') openFrom(frame, data.href)
  })
}

/** Opens an address of the web that a frame asks for, in a window of its own that knows nothing of this one. */
export function openFrom(frame: HTMLIFrameElement, unsafeAddress: unknown): void {
  const address = outsideAddress(unsafeAddress)
  if (address && document.activeElement === frame && navigator.userActivation.isActive)
    window.open(address, '_blank', 'noopener,noreferrer')
}
