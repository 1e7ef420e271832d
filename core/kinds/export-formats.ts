/** In what form something leaves: the names of formats, which kinds know to say what those can't hold. */
export const EXPORT_FORMATS = ['epub', 'pdf', 'web', 'markdown'] as const
export type ExportFormat = (typeof EXPORT_FORMATS)[number]
