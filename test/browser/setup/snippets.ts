import { readPage } from '../../../core/html/read.ts'
import { SCHEMA_VERSION } from '../../../core/kinds/upgrades.ts'
import { declaredBlank, type DeclaredBlank } from '../../../core/templates/declared.ts'
import { withClient } from '../../server/setup/app.ts'
import type { Fixture } from './fixture.ts'

interface Made {
  readonly id: string
  readonly name: string
  readonly html: string
  readonly blanks?: readonly Partial<DeclaredBlank>[]
  readonly by?: string
}

/** A snippet of the course that its authors may use. */
export async function addSnippet(
  { url }: Fixture,
  { id, name, html, blanks = [], by = 'author' }: Made,
): Promise<void> {
  const { page } = readPage(`<h1>${name}</h1>${html}`)
  const declared = blanks.map((each) => declaredBlank.parse({ type: 'words', example: '', ...each }))
  await withClient(url, (client) =>
    client.query(
      `insert into templates (id, course_id, person_id, reach, name, description, kind, purpose, schema_version, content,
         blanks)
       values ($1, 'course', $2, 'course', $3, 'For the tests', 'part', 'safety', $4, $5, $6)`,
      [id, by, name, SCHEMA_VERSION, JSON.stringify(page.toJSON()), JSON.stringify(declared)],
    ),
  )
}
