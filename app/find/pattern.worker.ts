import { findIn, type Line, type Query } from '../../core/find/find.ts'

/** Looks for a pattern apart from the screen: one that never ends is ended from outside. */
self.addEventListener('message', ({ data }: MessageEvent<{ lines: readonly Line[]; query: Query }>) => {
  try {
    self.postMessage({ matches: findIn(data.lines, data.query) })
  } catch (error) {
    self.postMessage({ problem: error instanceof Error ? error.message : String(error) })
  }
})
