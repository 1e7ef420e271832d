/** Who may use a template: whoever made it, the authors of its course, all authors. */
export const VISIBILITIES = ['own', 'course', 'everyone'] as const
export type Visibility = (typeof VISIBILITIES)[number]
/** What a template can be made of: what is written, but books, which are more than one page. */
export const TEMPLATE_KINDS = ['page', 'discussion', 'chapter', 'assignment', 'exercise', 'note'] as const
export type TemplateKind = (typeof TEMPLATE_KINDS)[number]
