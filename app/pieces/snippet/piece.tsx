import { onDemand } from '../../shell/on-demand.tsx'
import type { Piece } from '../piece.ts'

export const snippet: Piece = {
  kind: 'snippet',
  Settings: onDemand(() => import('./settings.tsx').then((module) => module.SnippetSettings)),
}
