import { sayIn } from '../core/words/say.ts'
import { passageOf } from '../core/document/passage.ts'
import { passageHtml } from '../core/html/passage-html.ts'
import type { QuestionResponse } from '../core/questions/kinds/kind.ts'
import { type AnswerModel, kindOfAnswer } from '../core/questions/kinds/registry.ts'
import type { Values } from '../core/questions/versions.ts'
import { readFormula } from '../core/formulas/formula.ts'
import type { Database } from '../server/database/pool.server.ts'
import { insertSubmission, updateReturned } from '../server/assignments/queries.server.ts'
import { insertPost, updateHelpful } from '../server/discussions/queries.server.ts'
import { seedOf, valuesOf } from '../server/exercises/exercise.server.ts'
import { insertAttempt, listEditionQuestions, upsertAnswer, upsertHint } from '../server/exercises/queries.server.ts'
import { demoPeople } from './people.ts'

const DAY = 86_400_000
const students = demoPeople.filter(({ role }) => role === 'student').map(({ id }) => id)
/** A number from 0 to 1 that a name always gives. */
const chance = (name: string): number => (seedOf(name) >>> 0) / 2 ** 32
/** How far a student keeps up: some do nearly everything, some hardly begin. */
const zeal = (student: string): number => 0.25 + 0.75 * chance(`zeal ${student}`)

const POSTS: readonly (readonly [
  person: string,
  words: string,
  day: number,
  replies: readonly (readonly [string, string])[],
])[] = [
  [
    'morwen',
    'A bank behind my mother’s barn. It slopes to the north, so it stays wet until May. The worst metre is under the ash.',
    38,
    [
      ['wilf', 'I would look at the ash first: its roots lift whatever stands on them.'],
      ['tobias', 'Wilf is right. Move the line by two paces, or bridge the root with one long footing.'],
    ],
  ],
  [
    'sunniva',
    'Flat ground, an old orchard. The bar goes in to the tape everywhere. No water that I can find in August.',
    36,
    [['jory', 'Come back in March and look for rushes. Ours were gone in August too.']],
  ],
  [
    'noor',
    'A terrace wall that bulges in the middle. Behind it somebody has laid a drain that ends nowhere.',
    33,
    [
      [
        'ines',
        'That drain is your answer: the water comes out where the wall bulges. Open it before you touch a stone.',
      ],
      ['noor', 'We found the end of it. It ran full for an hour.'],
    ],
  ],
  [
    'kofi',
    'Peat over rock. The bar stops at 40 cm at one end and not at all at the other.',
    30,
    [['hob', 'Then the wall begins at the end where it stops.']],
  ],
  ['gwen', 'A field corner where two walls meet and one has gone. The stone is all there, under nettles.', 27, []],
  [
    'dewi',
    'Steep. You can stand on the uphill side and look over a wall that is chest high below.',
    21,
    [
      ['elin', 'Which side do you build from?'],
      ['dewi', 'Both, and I walk round by the gate forty times a day.'],
    ],
  ],
]

/** What was asked beneath pages, and answered. */
const COMMENTS: Readonly<Record<string, typeof POSTS>> = {
  'slope-drainage-soil': [
    [
      'gwen',
      'What do I push in if I have no bar? The handle of a fork bends.',
      29,
      [['tobias', 'A crowbar from any farm, or a length of 16 mm reinforcing rod with a cross-handle tied on.']],
    ],
    [
      'kofi',
      'Is 60 cm from the top of the turf or from the soil?',
      24,
      [['ines', 'From the soil. Lift a sod first, or you measure the roots.']],
    ],
  ],
  throughs: [
    [
      'noor',
      'One of my throughs stands out 10 cm on the field side. Trim it?',
      11,
      [['tobias', 'Leave it. It is a step for whoever mends the wall after you.']],
    ],
  ],
  'choosing-stone': [['dewi', 'Does this hold for slate too? Mine rings whatever I do to it.', 8, []]],
}

/** Six weeks of a class: what they read, wrote, reckoned and handed in. The same moment always gives the same. */
export async function seedActivity(db: Database, courseId: string, now: Date): Promise<void> {
  const at = (days: number): Date => new Date(now.getTime() - days * DAY)
  await seedReading(db, courseId, at)
  await seedPosts(db, at)
  await seedAttempts(db, at)
  await seedHandIns(db, at)
  await seedMarks(db, courseId, at)
  await seedDates(db, at)
}

type At = (days: number) => Date

async function seedReading(db: Database, courseId: string, at: At): Promise<void> {
  const { rows } = await db.query<{ id: string }>(
    `select id from plan_entries where course_id = $1 and kind in ('page', 'chapter', 'link') and exists (select 1
      from editions where document_id = plan_entries.document_id) order by id`,
    [courseId],
  )
  for (const [place, { id }] of rows.entries())
    for (const student of students) {
      if (chance(`read ${student} ${id}`) > zeal(student) * (1.15 - (place / rows.length) * 0.6)) continue
      await db.query(
        'insert into progress (entry_id, person_id, opened_at, done_at) values ($1, $2, $3, $3) on conflict do nothing',
        [id, student, at(40 * chance(`day ${student} ${id}`))],
      )
      if (chance(`vote ${student} ${id}`) < 0.25)
        await seedVote(db, id, student, at(12 * chance(`voted ${student} ${id}`)))
    }
}

/** What some students miss, by the page and in the order in which they say no. */
const MISSING: Record<string, readonly string[]> = {
  'slope-drainage-soil': ['Is 60 cm from the turf or from the soil?'],
  'how-deep-a-footing': ['A picture of a trench that is deep enough.', 'What do I do on peat?'],
  'lifting-without-hurting': ['How two people lift one stone.'],
}

async function seedVote(db: Database, id: string, student: string, at: Date): Promise<void> {
  const didHelp = chance(`helped ${student} ${id}`) < 0.82
  const { rows } = await db.query<{ count: number }>(
    'select count(*)::int as count from votes where entry_id = $1 and not did_help',
    [id],
  )
  const missing = didHelp ? null : (MISSING[id]?.[rows[0]?.count ?? 0] ?? null)
  await db.query('insert into votes (entry_id, person_id, did_help, missing, at) values ($1, $2, $3, $4, $5)', [
    id,
    student,
    didHelp,
    missing,
    at,
  ])
}

/** What is due soon, seen from the day on which the demo is made; at four in the afternoon. */
const DUE: Record<string, number> = { 'your-own-metre': 6, 'how-many-tonnes': 11 }

async function seedDates(db: Database, at: At): Promise<void> {
  for (const [id, days] of Object.entries(DUE)) {
    const due = at(-days)
    due.setUTCHours(16, 0, 0, 0)
    await db.query(
      `update plan_entries set settings = (settings::jsonb || jsonb_build_object('dueAt', $2::text))::json
        where id = $1`,
      [id, due.toISOString()],
    )
  }
}

async function seedPosts(db: Database, at: At): Promise<void> {
  await seedThreads(db, 'your-site-in-three-photos', POSTS, at)
  for (const [entryId, comments] of Object.entries(COMMENTS)) await seedThreads(db, entryId, comments, at)
}

async function seedThreads(db: Database, entryId: string, threads: typeof POSTS, at: At): Promise<void> {
  let number = 0
  const post = async (
    personId: string,
    words: string,
    day: number,
    parentId: string | null,
    rootId: string | null,
  ): Promise<string> => {
    const id = `demo-${entryId}-${++number}`
    const passage = passageOf(words)
    await insertPost(db, {
      id,
      entryId,
      parentId,
      rootId: rootId ?? id,
      personId,
      content: JSON.stringify(passage.toJSON()),
      html: passageHtml(passage),
      words,
      at: at(day),
    })
    if (students.includes(personId))
      await db.query(
        'insert into progress (entry_id, person_id, opened_at, done_at) values ($1, $2, $3, $3) on conflict do nothing',
        [entryId, personId, at(day)],
      )
    return id
  }
  for (const [person, words, day, replies] of threads) {
    const root = await post(person, words, day, null, null)
    let last = root
    for (const [reply, [who, said]] of replies.entries())
      last = await post(who, said, day - 1 - reply, reply === 0 ? root : last, root)
    if (replies.some(([who]) => who === 'ines' || who === 'tobias')) await updateHelpful(db, last, true)
  }
}

async function seedAttempts(db: Database, at: At): Promise<void> {
  const entryId = 'how-many-tonnes'
  const questions = await listEditionQuestions(db, entryId, 1)
  for (const student of students) {
    if (chance(`attempt ${student}`) > zeal(student)) continue
    const day = 4 + 20 * chance(`attempt day ${student}`)
    const seed = seedOf(`seed ${student}`)
    const attempt = await insertAttempt(db, {
      id: `demo-attempt-${student}`,
      entryId,
      personId: student,
      number: 1,
      documentId: entryId,
      edition: 1,
      seed,
      startedAt: at(day),
      finishedAt: at(day - 0.02),
    })
    for (const { id, content } of questions) {
      const values = valuesOf(content, id, seed, 'en-GB')!
      const knows = chance(`knows ${student} ${id}`) < zeal(student) * (id === 'batter' ? 0.65 : 0.95)
      const { answer } = content
      const response = responseOf(answer, values, { id, knows, isLikely: chance(`wrong ${student}`) < 0.7 })
      const graded = kindOfAnswer(answer).grade(answer, values, response, sayIn('en-GB'))
      if (graded.ok) await upsertAnswer(db, attempt.id, id, response, graded.score)
      if (content.hints.length > 0 && !knows) await upsertHint(db, attempt.id, id, content.hints.length)
    }
    await db.query(
      'insert into progress (entry_id, person_id, opened_at, done_at) values ($1, $2, $3, $3) on conflict do nothing',
      [entryId, student, at(day - 0.02)],
    )
  }
}

interface Try {
  readonly id: string
  readonly knows: boolean
  /** Of two wrong choices, the one that is taken more often. */
  readonly isLikely: boolean
}

/** What somebody answers who knows it, or does not. Kinds that the demo's questions do not use are left empty. */
function responseOf(answer: AnswerModel, values: Values, { id, knows, isLikely }: Try): QuestionResponse {
  if (answer.sort === 'number') {
    const formula = readFormula(answer.value)
    const right = formula.ok ? formula.formula.valueOf(values) : 0
    return `${(knows ? right : right * (id === 'batter' ? 1.3 : 0.5)).toPrecision(4)} ${answer.unit}`.trim()
  }
  if (answer.sort !== 'choice') return ''
  const isTaken = (isRight: boolean, at: number): boolean => {
    if (answer.mode === 'several') return isRight && (knows || at === 0)
    return knows ? isRight : !isRight && at === (isLikely ? 0 : 2)
  }
  return answer.choices.filter(({ isRight }, at) => isTaken(isRight, at)).map((choice) => choice.id)
}

const WORK = [
  'It took me five hours, two of them looking for stones that were under my feet. I laid the second course twice: the joints ran up in one line. 64 cm at the foot, 48 at knee height, so the batter is about one to six.',
  'Four hours with a stop for rain. The footing rocked until I took it out and dug again. 60 and 46 cm. The hearting went in by hand.',
  'Six hours. I fell in love with one stone and built around it, which was wrong. Everything else stands. 62 and 50 cm.',
]

async function seedHandIns(db: Database, at: At): Promise<void> {
  const entryId = 'your-own-metre'
  for (const [place, student] of students.entries()) {
    if (chance(`metre ${student}`) > zeal(student) * 0.9) continue
    const day = 1 + 9 * chance(`metre day ${student}`)
    const passage = passageOf(WORK[place % WORK.length]!)
    await insertSubmission(db, {
      entryId,
      personId: student,
      content: JSON.stringify(passage.toJSON()),
      html: passageHtml(passage),
      files: [],
      isLate: false,
      at: at(day),
    })
    await db.query(
      'insert into progress (entry_id, person_id, opened_at, done_at) values ($1, $2, $3, $3) on conflict do nothing',
      [entryId, student, at(day)],
    )
    if (day < 5) continue
    const comment = passageOf(
      'The batter is right. Look along the face once more before you say that it is finished: the third stone from the left stands proud.',
    )
    await updateReturned(
      db,
      entryId,
      student,
      1,
      { content: JSON.stringify(comment.toJSON()), html: passageHtml(comment) },
      'ines',
      at(day - 2),
    )
  }
}

const KEPT = ['slope-drainage-soil', 'gloves-hammers-chisels', 'choosing-stone', 'throughs']

/** What people keep for themselves, and what they were told of; all of it mailed long ago. */
async function seedMarks(db: Database, courseId: string, at: At): Promise<void> {
  for (const student of students) {
    for (const entry of KEPT)
      if (student === 'jory' || chance(`bookmark ${student} ${entry}`) < 0.3)
        await db.query('insert into bookmarks (entry_id, person_id, created_at) values ($1, $2, $3)', [
          entry,
          student,
          at(20 * chance(`kept ${student} ${entry}`)),
        ])
    if (student === 'jory' || chance(`follow ${student}`) < 0.4)
      await db.query('insert into follows (entry_id, person_id, created_at) values ($1, $2, $3)', [
        'your-site-in-three-photos',
        student,
        at(25),
      ])
    const told: [sort: string, entry: string, words: string, address: string, day: number][] = [
      ['edition', 'throughs', 'New edition of “Throughs, and where they go”', `/read/${courseId}/throughs`, 12],
      ['edition', 'handbook', 'New: “A Waller’s Handbook”, all of it', `/read/${courseId}/handbook`, 6],
      ...(student === 'jory'
        ? [
            [
              'reply',
              'your-site-in-three-photos',
              'Dewi Pryderog answered in “Your site in three photos”',
              `/discuss/${courseId}/your-site-in-three-photos`,
              1,
            ] as [string, string, string, string, number],
          ]
        : []),
    ]
    for (const [sort, entry, words, address, day] of told)
      await db.query(
        `insert into notices (person_id, course_id, entry_id, sort, words, address, created_at, seen_at, mailed_at)
          values ($1, $2, $3, $4, $5, $6, $7::timestamptz, $8::timestamptz, $7::timestamptz)`,
        [student, courseId, entry, sort, words, address, at(day), day > 3 ? at(day - 1) : null],
      )
  }
}
