export interface DemoItem {
  /** Also the name of its file in `pages/`. */
  readonly id: string
  readonly state: 'draft' | 'published' | 'edited'
  readonly by: string
  readonly note?: string
  /** For `edited`: what the author wrote after the edition, as a passage put in the place of another. */
  readonly since?: readonly [before: string, after: string]
}

export interface DemoLesson {
  readonly id: string
  readonly title: string
  readonly items: readonly DemoItem[]
}

export interface DemoUnit extends DemoLesson {
  readonly lessons: readonly DemoLesson[]
}

/** Dry Stone Walling: First Season, as far as it is written. */
export const walling: readonly DemoUnit[] = [
  {
    id: 'before-the-first-stone',
    title: 'Unit 1 · Before the first stone',
    items: [{ id: 'how-this-course-goes', state: 'published', by: 'tobias', note: 'first edition' }],
    lessons: [
      {
        id: 'tools',
        title: 'Tools and how they bite',
        items: [
          { id: 'gloves-hammers-chisels', state: 'published', by: 'ines', note: 'the table of tools' },
          { id: 'lifting-without-hurting', state: 'edited', by: 'ines', since: ['Feet apart, one a little ahead.', 'Feet apart, one a little ahead, both on firm ground.'] },
        ],
      },
      {
        id: 'ground',
        title: 'Reading the ground',
        items: [
          { id: 'slope-drainage-soil', state: 'edited', by: 'tobias', note: 'the bar test', since: ['Come back on a wet day.', 'Come back on a wet day, or after snow.'] },
          { id: 'how-deep-a-footing', state: 'published', by: 'tobias' },
        ],
      },
    ],
  },
  {
    id: 'building-up',
    title: 'Unit 2 · Building up',
    items: [],
    lessons: [
      { id: 'setting-out', title: 'Setting out', items: [{ id: 'setting-the-line', state: 'draft', by: 'tobias' }] },
      { id: 'footings', title: 'Footings', items: [{ id: 'the-first-course', state: 'published', by: 'tobias' }] },
      {
        id: 'hearting',
        title: 'Hearting and throughs',
        items: [
          { id: 'why-walls-fall-from-inside', state: 'published', by: 'ines', note: 'how to tell, from outside' },
          { id: 'throughs', state: 'published', by: 'ines' },
        ],
      },
      {
        id: 'batter',
        title: 'Batter and cope',
        items: [
          { id: 'keeping-the-batter', state: 'published', by: 'tobias' },
          { id: 'coping', state: 'draft', by: 'ines' },
        ],
      },
    ],
  },
  {
    id: 'mending-a-gap',
    title: 'Unit 3 · Mending a gap',
    items: [],
    lessons: [
      { id: 'strip-out', title: 'Strip out and sort', items: [{ id: 'reading-a-gap', state: 'published', by: 'ines' }] },
      { id: 'rebuilding', title: 'Rebuilding', items: [{ id: 'rebuilding-the-gap', state: 'draft', by: 'tobias' }] },
    ],
  },
]
