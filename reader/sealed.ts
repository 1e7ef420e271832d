/** Gives a sealed frame the height it tells; a number within bounds is all that is taken from it. */
export function fitSealedFrames(frames: readonly HTMLIFrameElement[]): void {
  if (frames.length === 0) return
  window.addEventListener(
    'message',
    ({ source, data }: MessageEvent<{ sealed?: unknown; height?: unknown } | null>) => {
      const frame = frames.find(({ contentWindow }) => contentWindow === source)
      if (!frame || data?.sealed !== 'height' || typeof data.height !== 'number' || !Number.isFinite(data.height))
        return
      frame.style.height = `${Math.min(4000, Math.max(40, Math.ceil(data.height)))}px`
    },
  )
}
