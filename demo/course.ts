import type { EntryKind } from '../core/plan/kinds.ts'
import type { ChangedSettings } from '../core/plan/settings.ts'

/** An entry of a demo course with what stands under it. */
export interface DemoEntry {
  /** Also the name of its file in the course's folder of `pages/`, where it is written. */
  readonly id: string
  /** A page when left out. */
  readonly kind?: EntryKind
  /** For what has no text of its own. */
  readonly title?: string
  /** The file of its text, when it is not named by the id; units, lessons and parts have one only then. */
  readonly file?: string
  /** Published when left out. */
  readonly state?: 'draft' | 'published' | 'edited'
  readonly by?: string
  readonly note?: string
  /** For `edited`: what the author wrote after the edition, as a passage put in the place of another. */
  readonly since?: readonly [before: string, after: string]
  /** An edition 2: what was put in the place of what, and its note. */
  readonly again?: readonly [before: string, after: string, note: string]
  readonly settings?: ChangedSettings
  /** Opens so many days after the demo was made. */
  readonly opensIn?: number
  readonly under?: readonly DemoEntry[]
}

export interface DemoCourse {
  readonly id: string
  readonly title: string
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  readonly timeZone: string
  readonly units: readonly DemoEntry[]
}

const chapter = (id: string): DemoEntry => ({ id, kind: 'chapter', file: `handbook/${id}`, by: 'tobias' })

/** Dry Stone Walling: First Season. */
const walling: DemoCourse = {
  id: 'walling',
  title: 'Dry Stone Walling: First Season',
  language: 'en-GB',
  direction: 'ltr',
  timeZone: 'Europe/London',
  units: [
    {
      id: 'before-the-first-stone',
      kind: 'unit',
      title: 'Unit 1 · Before the first stone',
      under: [
        { id: 'how-this-course-goes', by: 'tobias', note: 'first edition' },
        {
          id: 'tools',
          kind: 'lesson',
          title: 'Tools and how they bite',
          under: [
            { id: 'gloves-hammers-chisels', by: 'ines', note: 'the table of tools' },
            {
              id: 'lifting-without-hurting',
              by: 'ines',
              state: 'edited',
              since: ['Feet apart, one a little ahead.', 'Feet apart, one a little ahead, both on firm ground.'],
            },
          ],
        },
        {
          id: 'ground',
          kind: 'lesson',
          file: 'ground-introduction',
          settings: {
            aims: [
              'read a slope for water before you dig',
              'tell firm ground from soft by hand',
              'say how deep and how wide a footing must be',
            ],
          },
          under: [
            {
              id: 'slope-drainage-soil',
              by: 'tobias',
              state: 'edited',
              note: 'the bar test',
              since: ['Come back on a wet day.', 'Come back on a wet day, or after snow.'],
            },
            { id: 'your-site-in-three-photos', kind: 'discussion', by: 'tobias', settings: { postFirst: true } },
            { id: 'bring-gloves', kind: 'note', by: 'ines' },
            { id: 'how-deep-a-footing', by: 'tobias' },
            {
              id: 'fellside-weather',
              kind: 'link',
              by: 'tobias',
              settings: { address: 'http://localhost:4311/fellside/weather' },
            },
          ],
        },
      ],
    },
    {
      id: 'building-up',
      kind: 'unit',
      title: 'Unit 2 · Building up',
      under: [
        {
          id: 'setting-out',
          kind: 'lesson',
          title: 'Setting out',
          under: [{ id: 'setting-the-line', by: 'tobias', state: 'draft' }],
        },
        {
          id: 'footings',
          kind: 'lesson',
          title: 'Footings',
          settings: {
            inSequence: true,
            aims: ['lay a first course that does not rock', 'reckon the stone for a length of wall'],
          },
          under: [
            { id: 'the-first-course', by: 'tobias' },
            { id: 'how-many-tonnes', kind: 'exercise', by: 'tobias', settings: { mode: 'counted', attempts: 2 } },
          ],
        },
        {
          id: 'hearting',
          kind: 'lesson',
          title: 'Hearting and throughs',
          under: [
            { id: 'why-walls-fall-from-inside', by: 'ines', note: 'how to tell, from outside' },
            {
              id: 'throughs',
              by: 'ines',
              again: [
                'One row at 50 cm, a through to every metre.',
                'One row at 50 cm, a through to every metre; on a slope, to every 80 cm.',
                'throughs on a slope',
              ],
            },
          ],
        },
        {
          id: 'batter',
          kind: 'lesson',
          title: 'Batter and cope',
          under: [
            { id: 'keeping-the-batter', by: 'tobias' },
            { id: 'your-own-metre', kind: 'assignment', by: 'ines' },
            { id: 'coping', by: 'ines', state: 'draft' },
          ],
        },
      ],
    },
    {
      id: 'mending-a-gap',
      kind: 'unit',
      title: 'Unit 3 · Mending a gap',
      under: [
        { id: 'strip-out', kind: 'lesson', title: 'Strip out and sort', under: [{ id: 'reading-a-gap', by: 'ines' }] },
        {
          id: 'rebuilding',
          kind: 'lesson',
          title: 'Rebuilding',
          opensIn: 12,
          under: [{ id: 'rebuilding-the-gap', by: 'tobias', state: 'draft' }],
        },
        {
          id: 'handbook',
          kind: 'book',
          by: 'tobias',
          under: [
            {
              id: 'part-stone',
              kind: 'bookPart',
              title: 'Stone and ground',
              under: [
                chapter('what-a-wall-is'),
                chapter('choosing-stone'),
                chapter('sorting-the-heap'),
                chapter('digging-in'),
              ],
            },
            {
              id: 'part-building',
              kind: 'bookPart',
              title: 'Building',
              under: [chapter('the-first-lift'), chapter('throughs-and-the-second-lift'), chapter('coping-off')],
            },
            { id: 'part-mending', kind: 'bookPart', title: 'Mending', under: [chapter('mending')] },
          ],
        },
      ],
    },
  ],
}

/** Reading Old Maps: pages from right to left, and words of several languages in one page. */
const maps: DemoCourse = {
  id: 'maps',
  title: 'قراءة الخرائط القديمة',
  language: 'ar',
  direction: 'rtl',
  timeZone: 'Africa/Cairo',
  units: [
    {
      id: 'maps-first',
      kind: 'unit',
      title: 'الوحدة الأولى · قبل أن تقرأ',
      under: [
        {
          id: 'maps-lesson',
          kind: 'lesson',
          title: 'الاتجاه والمقياس',
          under: [
            { id: 'where-is-north', file: 'maps/where-is-north', by: 'ines' },
            { id: 'names-on-maps', file: 'maps/names-on-maps', by: 'ines' },
          ],
        },
      ],
    },
  ],
}

/** Imported: Hedge Laying. Everything in it wants mending, for trying proof and repair. */
const hedges: DemoCourse = {
  id: 'hedges',
  title: 'Imported: Hedge Laying',
  language: 'en-GB',
  direction: 'ltr',
  timeZone: 'Europe/London',
  units: [
    {
      id: 'hedges-all',
      kind: 'unit',
      title: 'Everything that was in the old place',
      under: [
        { id: 'hedge-welcome', file: 'hedges/hedge-welcome', by: 'tobias', state: 'draft' },
        { id: 'hedge-tools', file: 'hedges/hedge-tools', by: 'tobias', state: 'draft' },
      ],
    },
  ],
}

export const demoCourses: readonly DemoCourse[] = [walling, maps, hedges]
