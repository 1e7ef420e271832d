/** What snippets are for: the groups in which they are offered. */
export const SNIPPET_GROUPS = ['opening', 'explaining', 'doing', 'safety', 'practice', 'telling'] as const
export type SnippetGroup = (typeof SNIPPET_GROUPS)[number]

export const GROUP_NAMES: Readonly<Record<SnippetGroup, string>> = {
  opening: 'Open and close a page',
  explaining: 'Explain',
  doing: 'Do something',
  safety: 'Keep safe',
  practice: 'Check what was learnt',
  telling: 'Tell and remind',
}
