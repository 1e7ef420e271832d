import type { BlankType } from '../core/templates/blank-types.ts'
import type { TemplateKind, Visibility } from '../core/templates/template.ts'

interface DemoBlank {
  readonly name: string
  readonly type: BlankType
  readonly example?: string
  readonly help?: string
  readonly isNeeded?: boolean
  readonly choices?: string[]
  readonly least?: number
  readonly most?: number
}

interface DemoTemplate {
  /** Its file in demo/templates. */
  readonly id: string
  readonly name: string
  readonly description: string
  readonly kind: TemplateKind
  readonly visibility: Visibility
  readonly by: string
  /** What its blanks ask for, where that is more than words. */
  readonly blanks?: readonly DemoBlank[]
}

const date = (name: string, help = ''): DemoBlank => ({ name, type: 'date', help })
const minutes: DemoBlank = { name: 'Minutes it takes', type: 'number', least: 1, most: 600 }

export const demoTemplates: readonly DemoTemplate[] = [
  {
    id: 'course-welcome',
    name: 'Course welcome',
    description: 'The first page of a course: what it leads to, how it goes, whom to ask.',
    kind: 'page',
    visibility: 'everyone',
    by: 'ines',
    blanks: [{ name: 'Name of the course', type: 'words', isNeeded: true }, date('First day')],
  },
  {
    id: 'comparison',
    name: 'Comparison',
    description: 'Two things side by side: what they share, and when to choose which.',
    kind: 'page',
    visibility: 'everyone',
    by: 'ines',
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
    id: 'glossary',
    name: 'Glossary',
    description: 'The words of a unit, and what they mean.',
    kind: 'page',
    visibility: 'everyone',
    by: 'tobias',
  },
  {
    id: 'weekly-letter',
    name: 'Letter of the week',
    description: 'What was done, what comes next, what to bring.',
    kind: 'note',
    visibility: 'everyone',
    by: 'ines',
    blanks: [date('Which week', 'The day on which it begins.'), date('Hand in by')],
  },
  {
    id: 'procedure',
    name: 'Procedure',
    description: 'How something is done, step by step, and when to stop.',
    kind: 'page',
    visibility: 'everyone',
    by: 'tobias',
    blanks: [
      minutes,
      { name: 'How many people', type: 'choice', choices: ['one', 'two', 'three', 'four or more'] },
      { name: 'Colour of the warning', type: 'colour', example: '#f5dfda' },
    ],
  },
  {
    id: 'project-brief',
    name: 'Project brief',
    description: 'What is to be made, by whom and when, and how it is marked.',
    kind: 'assignment',
    visibility: 'everyone',
    by: 'tobias',
    blanks: [
      {
        name: 'Alone or together',
        type: 'choice',
        choices: ['alone', 'in pairs', 'in groups of three', 'in groups of four'],
      },
      date('Plan handed in by'),
      date('Finished by'),
    ],
  },
  {
    id: 'questions-and-answers',
    name: 'Questions and answers',
    description: 'What is asked again and again, each answer under its question.',
    kind: 'page',
    visibility: 'everyone',
    by: 'ines',
  },
  {
    id: 'reading-with-tasks',
    name: 'Reading with tasks',
    description: 'A text elsewhere, and what to do before, while and after one reads it.',
    kind: 'page',
    visibility: 'everyone',
    by: 'ines',
    blanks: [
      { name: 'Address of the text', type: 'address', example: 'https://library.example/text', isNeeded: true },
      minutes,
      date('When we talk about it'),
    ],
  },
  {
    id: 'revision',
    name: 'Revision',
    description: 'Questions whose answers open, and words to tick, before a test.',
    kind: 'page',
    visibility: 'everyone',
    by: 'tobias',
    blanks: [date('When it is tested')],
  },
  {
    id: 'safety-briefing',
    name: 'Safety briefing',
    description: 'Read out before the first stone is lifted.',
    kind: 'page',
    visibility: 'course',
    by: 'tobias',
  },
  {
    id: 'site-diary',
    name: 'Site diary',
    description: 'A day out of doors: weather, what was done, what to bring next time.',
    kind: 'page',
    visibility: 'everyone',
    by: 'tobias',
    blanks: [date('Date')],
  },
  {
    id: 'skill-check',
    name: 'Skill check',
    description: 'What one should be able to do by now, to tick and to show.',
    kind: 'page',
    visibility: 'everyone',
    by: 'tobias',
    blanks: [{ name: 'How many points of ten', type: 'number', least: 1, most: 10 }],
  },
  {
    id: 'worked-example',
    name: 'Worked example',
    description: 'One task worked out, each step behind a question.',
    kind: 'page',
    visibility: 'everyone',
    by: 'ines',
    blanks: [{ name: 'Colour of what is given', type: 'colour', example: '#e4ebdb' }],
  },
]
