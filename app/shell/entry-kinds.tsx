import {
  BookOpen,
  ClipboardPen,
  FileText,
  Link,
  type LucideIcon,
  MessagesSquare,
  PencilRuler,
  StickyNote,
} from 'lucide-react'
import { type EntryKind, kindOfEntry } from '../../core/plan/kinds.ts'

const ICONS: Partial<Record<EntryKind, LucideIcon>> = {
  page: FileText,
  discussion: MessagesSquare,
  book: BookOpen,
  chapter: FileText,
  assignment: ClipboardPen,
  exercise: PencilRuler,
  link: Link,
  note: StickyNote,
}

/** The sign of a kind of item; units, lessons and parts have none. */
export function KindIcon({ kind, size = 16 }: { kind: EntryKind; size?: number }) {
  const Icon = ICONS[kind]
  return Icon ? <Icon size={size} strokeWidth={1.75} aria-hidden /> : null
}

/** What an entry is called while it has no title. */
export function titleOrKind({ title, kind }: { title: string; kind: EntryKind }): string {
  return title || `Untitled ${kindOfEntry(kind).label.toLowerCase()}`
}
