import { useContext } from 'react'
import type { Piece, SettingsProps } from '../piece.ts'
import { SnippetDesk } from './asking.ts'

function SnippetSettings(props: SettingsProps) {
  const Desk = useContext(SnippetDesk)
  return Desk && <Desk {...props} />
}

export const snippet: Piece = { kind: 'snippet', Settings: SnippetSettings }
