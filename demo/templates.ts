import type { Visibility, TemplateKind } from '../core/templates/template.ts'

interface DemoTemplate {
  /** Its file in demo/templates. */
  readonly id: string
  readonly name: string
  readonly description: string
  readonly kind: TemplateKind
  readonly visibility: Visibility
  readonly by: string
}

export const demoTemplates: readonly DemoTemplate[] = [
  {
    id: 'site-diary',
    name: 'Site diary',
    description: 'A day out of doors: weather, what was done, what to bring next time.',
    kind: 'page',
    visibility: 'everyone',
    by: 'tobias',
  },
  {
    id: 'field-task',
    name: 'Field task',
    description: 'Something to look at and bring back, with help for whoever sees nothing.',
    kind: 'assignment',
    visibility: 'everyone',
    by: 'ines',
  },
  {
    id: 'safety-briefing',
    name: 'Safety briefing',
    description: 'Read out before the first stone is lifted.',
    kind: 'page',
    visibility: 'course',
    by: 'tobias',
  },
]
