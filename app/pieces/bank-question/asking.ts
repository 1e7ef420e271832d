import { type ComponentType, createContext } from 'react'

export interface AskProps {
  courseId: string
  language: string
  /** A question to change; left out, one is chosen or made. */
  questionId?: string
  onClose: () => void
  onChosen: (id: string) => void
}

/**
 * The dialog in which questions are chosen, made and changed. The sheet gives it to the piece: its fields are editors
 * themselves, which know the pieces.
 */
export const AskQuestion = createContext<ComponentType<AskProps> | null>(null)
