import { drawnLater } from '../drawn-later.ts'

export const drawn = drawnLater(async () => (await import('./drawing.ts')).drawingOf)
