import type { SearchTerms } from '../../core/search/terms.ts'
import type { Database } from '../database/pool.server.ts'

export interface FoundPassage {
  readonly entryId: string
  /** Of what was published. */
  readonly title: string
  /** The words around what was found; what matches stands between \u0001 and \u0002. */
  readonly excerpt: string
}

export interface FoundPost extends FoundPassage {
  readonly postId: string
  readonly person: string
  readonly at: Date
}

/** Whoever searches, in what, for what: `terms` as `searchTerms` of the core gives them. */
export interface Search {
  readonly courseId: string
  readonly language: string
  readonly terms: SearchTerms
  /** What may be opened. */
  readonly entryIds: readonly string[]
}

/** So many are shown of each sort. */
export const MOST_FOUND = 40

const OPTIONS = `E'StartSel=\\u0001, StopSel=\\u0002, MaxFragments=1, MaxWords=28, MinWords=12'`
/** Words around what matches: a form of a word in the course's language, else the word as it stands. */
const excerpt = (words: string): string =>
  `case when position(E'\\u0001' in by_form) > 0 then by_form
    else ts_headline('simple', ${words}, asked.marks, ${OPTIONS}) end`

/** Published items that hold all the words, or words that begin so, in any form, best first. */
export async function searchEditions(
  db: Database,
  { courseId, language, terms, entryIds }: Search,
): Promise<FoundPassage[]> {
  const { rows } = await db.query<FoundPassage>(
    `with asked as (select search_query($1::text, $2::text, $3::text, $6::text) as query,
      search_marks($2::text, $3::text, $6::text) as marks),
     found as (
       select e.id, e.position, ed.title, ed.words_text, ts_rank(ed.search, asked.query) as rank from asked, editions ed
         join plan_entries e on e.document_id = ed.document_id
       where ed.search @@ search_query($1::text, $2::text, $3::text, $6::text) and e.id = any($4::text[])
         order by rank desc, e.position limit $5::int)
     select f.id as "entryId", f.title, ${excerpt('f.words_text')} as excerpt
     from asked, found f cross
       join lateral (select ts_headline(search_configuration($2::text), f.words_text, asked.marks,
       ${OPTIONS}) as by_form) shown
     order by f.rank desc, f.position`,
    [courseId, language, terms.words, entryIds, MOST_FOUND, terms.phrases],
  )
  return rows
}

/**
 * Posts under those items, newest first. Hidden and taken back is not found; where one writes first before
 * one sees others, nothing is, until one has written.
 */
export async function searchPosts(
  db: Database,
  { courseId, language, terms, entryIds }: Search,
  reader: { readonly personId: string; readonly isAuthor: boolean; readonly postFirstIds: readonly string[] },
): Promise<FoundPost[]> {
  const { rows } = await db.query<FoundPost>(
    `with asked as (select search_marks($2::text, $3::text, $9::text) as marks),
     found as (
       select p.* from posts p join posts root on root.id = p.root_id
       where p.search @@ search_query($1::text, $2::text, $3::text, $9::text) and p.entry_id = any($4::text[])
         and p.deleted_at is null
         and ($7::boolean or (p.hidden_at is null and root.hidden_at is null))
         and ($7::boolean or not p.entry_id = any($8::text[]) or exists (select from posts own
           where own.entry_id = p.entry_id and own.person_id = $6::text and own.deleted_at is null))
       order by p.created_at desc, p.id limit $5::int)
     select f.id as "postId", f.entry_id as "entryId", who.name as person, f.created_at as at,
       ${excerpt('f.words')} as excerpt, '' as title
     from asked, found f join people who on who.id = f.person_id
     cross join lateral (select ts_headline(search_configuration($2::text), f.words, asked.marks,
       ${OPTIONS}) as by_form) shown
     order by f.created_at desc, f.id`,
    [
      courseId,
      language,
      terms.words,
      entryIds,
      MOST_FOUND,
      reader.personId,
      reader.isAuthor,
      reader.postFirstIds,
      terms.phrases,
    ],
  )
  return rows
}
