import { z } from 'zod'
import {
  offeredSnippet,
  type OfferedSnippet,
  type ShownSnippet,
  shownSnippet,
  type SnippetAnswer,
  snippetAnswer,
  type SnippetPlaces,
  snippetPlaces,
  type SnippetRequest,
  type SnippetUses,
  snippetUses,
} from '../../core/snippets/wire.ts'
import { type Asked, getJson, sendJson } from '../shell/ask-json.ts'

const address = (courseId: string, query = ''): string => `/courses/${courseId}/snippets${query}`

/** Where a snippet is fetched as a file. */
export const fileAddress = (courseId: string, id: string): string => address(courseId, `?file=${id}`)

/** The snippets that can be put in, in a course. */
export const askOffered = (courseId: string): Promise<Asked<OfferedSnippet[]>> =>
  getJson(address(courseId), z.array(offeredSnippet))

/** One of them with all that it holds. */
export const askShown = (courseId: string, id: string): Promise<Asked<ShownSnippet>> =>
  getJson(address(courseId, `?shown=${id}`), shownSnippet)

/** The pages on which it stands. */
export const askUses = (courseId: string, id: string): Promise<Asked<SnippetUses>> =>
  getJson(address(courseId, `?used=${id}`), snippetUses)

/** Its places on one page. */
export const askPlaces = (courseId: string, id: string, documentId: string): Promise<Asked<SnippetPlaces>> =>
  getJson(address(courseId, `?used=${id}&document=${documentId}`), snippetPlaces)

/** Keeps, takes, carries, deletes or restores a snippet. Never rejects. */
export async function askSnippets(courseId: string, request: SnippetRequest): Promise<SnippetAnswer> {
  const asked = await sendJson(address(courseId), request, snippetAnswer)
  return asked.ok ? asked.value : asked
}
