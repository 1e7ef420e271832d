import { type ComponentType, createContext } from 'react'
import type { SettingsProps } from '../piece.ts'

/**
 * What the side desk says of a snippet and can do with it. The sheet gives it to the piece: its dialogs show what they
 * put in, and know the pieces.
 */
export const SnippetDesk = createContext<ComponentType<SettingsProps> | null>(null)
