interface FormatOut {
  readonly label: string
  readonly help: string
  /** Pictures go along as they came, not as wide as a reader shows them. */
  readonly takesOriginals?: true
  /** What is written is a page that a browser prints. */
  readonly isPrinted?: true
}

/**
 * In what form something leaves. It stands here, beneath the kinds, since those say what of them a format can't hold;
 * how each is written, `server/transfers/workshop.ts` knows.
 */
export const exportFormats = {
  epub: { label: 'E-book (EPUB)', help: 'For readers and phones, with contents. What only a browser runs is named.' },
  pdf: { label: 'PDF', help: 'For printing, tagged so that it can be read aloud.', isPrinted: true },
  web: {
    label: 'Web page (HTML)',
    help: 'One file that works from disk, its pieces too. Answers to practice questions are in it.',
  },
  markdown: {
    label: 'Markdown',
    help: 'Plain text for other programs. It comes back as it was.',
    takesOriginals: true,
  },
} satisfies Record<string, FormatOut>

export type ExportFormat = keyof typeof exportFormats
export const EXPORT_FORMATS = Object.keys(exportFormats) as [ExportFormat, ...ExportFormat[]]
export const factsOfFormat = (format: ExportFormat): FormatOut => exportFormats[format]
