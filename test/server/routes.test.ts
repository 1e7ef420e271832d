import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { type DefaultTreeAdapterTypes, parse } from 'parse5'
import { WebSocket } from 'ws'
import routes from '../../app/routes.ts'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { makeSchool } from './setup/factories.ts'
import { useFreshDatabase } from './setup/database.ts'

/*
 * Every address with every role and nobody. A route without an expectation fails the test: whoever adds one says here
 * who may do what with it.
 */
const url = await useFreshDatabase()
const ROLES = ['nobody', 'outsider', 'guest', 'student', 'author', 'manager'] as const
type Role = (typeof ROLES)[number]

interface Expectation {
  readonly method?: 'GET' | 'POST'
  readonly path: string
  readonly body?: string
  readonly type?: string
  /** Status for each role, in the order of ROLES. */
  readonly status: readonly [number, number, number, number, number, number]
}

const FORM = 'application/x-www-form-urlencoded'
const JSON_TYPE = 'application/json'
const AUTHORS = [302, 404, 403, 403, 200, 200] as const
const AUTHORS_DATA = [401, 404, 403, 403, 200, 200] as const
const READERS = [302, 404, 200, 200, 200, 200] as const
const NO_ACTION = [405, 405, 405, 405, 405, 405] as const

const batch = (id: string): string =>
  JSON.stringify({ id, base: 0, client: 'walk', schemaVersion: SCHEMA_VERSION, steps: {} })

const EXPECTED: Record<string, readonly Expectation[]> = {
  '/': [{ path: '/', status: [302, 200, 200, 200, 200, 200] }],
  '/sign-in': [
    { path: '/sign-in', status: [200, 302, 302, 302, 302, 302] },
    { method: 'POST', path: '/sign-in', body: 'email=&password=', type: FORM, status: [400, 302, 302, 302, 302, 302] },
  ],
  '/sign-out': [{ method: 'POST', path: '/sign-out', body: '', type: FORM, status: [302, 302, 302, 302, 302, 302] }],
  '/account': [
    { path: '/account', status: [302, 200, 200, 200, 200, 200] },
    {
      method: 'POST',
      path: '/account',
      body: 'intent=password&current=x&fresh=short',
      type: FORM,
      status: [302, 422, 422, 422, 422, 422],
    },
    {
      method: 'POST',
      path: '/account',
      body: 'intent=second step&secret=x&code=123456',
      type: FORM,
      status: [302, 422, 422, 422, 422, 422],
    },
  ],
  '/new-password': [
    { path: '/new-password?way=%00', status: [200, 200, 200, 200, 200, 200] },
    { method: 'POST', path: '/new-password', body: 'email=', type: FORM, status: [422, 422, 422, 422, 422, 422] },
  ],
  '/audit': [{ path: '/audit?act=evil&before=x&words=%00', status: [302, 403, 403, 403, 403, 200] }],
  '/theme': [
    {
      method: 'POST',
      path: '/theme',
      body: 'theme=dark&to=//evil.example',
      type: FORM,
      status: [302, 302, 302, 302, 302, 302],
    },
  ],
  '/courses/:courseId': [{ path: '/courses/course', status: AUTHORS }],
  '/courses/:courseId/plan': [
    { path: '/courses/course/plan', status: AUTHORS },
    { path: '/courses/nowhere/plan', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/courses/:courseId/items/:itemId': [
    { path: '/courses/course/items/page', status: AUTHORS },
    { path: '/courses/course/items/unit', status: [302, 404, 403, 403, 404, 404] },
    { path: '/courses/other/items/page', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/notices': [{ path: '/notices', status: [302, 200, 200, 200, 200, 200] }],
  '/courses/:courseId/readers': [{ path: '/courses/course/readers', status: AUTHORS }],
  '/hosts': [
    { path: '/hosts', status: [302, 403, 403, 403, 403, 200] },
    {
      method: 'POST',
      path: '/hosts',
      body: 'intent=add&origin=not+a+host&name=x&oembed=',
      type: FORM,
      status: [302, 403, 403, 403, 403, 400],
    },
  ],
  '/courses/:courseId/tried-link': [
    {
      method: 'POST',
      path: '/courses/course/tried-link',
      body: '{"address":"http://127.0.0.1/"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 200, 200],
    },
    {
      method: 'POST',
      path: '/courses/course/tried-link',
      body: '{"address":"javascript:alert(1)"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/embeds': [
    {
      method: 'POST',
      path: '/courses/course/embeds',
      body: '{"text":"<iframe src=\\"javascript:x\\">"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 200, 200],
    },
    {
      method: 'POST',
      path: '/courses/course/embeds',
      body: '{"text":5}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/uploads': [
    {
      method: 'POST',
      path: '/courses/course/uploads?name=notes.png',
      body: 'words, not a picture',
      type: 'application/octet-stream',
      status: [401, 404, 403, 403, 422, 422],
    },
    {
      method: 'POST',
      path: '/courses/nowhere/uploads?name=x',
      body: 'x',
      type: 'application/octet-stream',
      status: [401, 404, 404, 404, 404, 404],
    },
  ],
  '/courses/:courseId/uploads/from-web': [
    {
      method: 'POST',
      path: '/courses/course/uploads/from-web',
      body: '{"address":"http://127.0.0.1/wall.png"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 422, 422],
    },
    {
      method: 'POST',
      path: '/courses/course/uploads/from-web',
      body: '{"address":"javascript:x"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/find': [
    { path: '/courses/course/find?words=wall', status: AUTHORS_DATA },
    { path: '/courses/nowhere/find', status: [401, 404, 404, 404, 404, 404] },
  ],
  '/courses/:courseId/replace': [{ path: '/courses/course/replace', status: AUTHORS }],
  '/courses/:courseId/lines': [
    { path: '/courses/course/lines?of=page.unit', status: AUTHORS_DATA },
    { path: `/courses/course/lines?of=${'x.'.repeat(60)}`, status: [401, 404, 403, 403, 422, 422] },
    { path: '/courses/course/lines?of=%00', status: [401, 404, 403, 403, 422, 422] },
  ],
  '/courses/:courseId/replacements': [
    { path: '/courses/course/replacements', status: AUTHORS_DATA },
    {
      method: 'POST',
      path: '/courses/course/replacements',
      body: '{"intent":"replace","id":"r","words":"a","put":"b","pages":[{"documentId":"nothing","version":0,"places":[[1,2]]}]}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
    {
      method: 'POST',
      path: '/courses/course/replacements',
      body: '{"intent":"replace","id":"r","words":"a","put":"\\u0000","pages":[{"documentId":"page","version":0,"places":[[1,2]]}]}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
    {
      method: 'POST',
      path: '/courses/course/replacements',
      body: '{"intent":"undo","id":"nothing"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
    {
      method: 'POST',
      path: '/courses/course/replacements',
      body: '{"intent":"go on","id":"nothing"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
  ],
  '/courses/:courseId/own-words': [
    { path: '/courses/course/own-words', status: AUTHORS_DATA },
    {
      method: 'POST',
      path: '/courses/course/own-words',
      body: '{"intent":"add","list":"course","word":"throughstone"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 200, 200],
    },
    {
      method: 'POST',
      path: '/courses/course/own-words',
      body: '{"intent":"add","list":"mine","word":"<b>"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/looks': [
    { path: '/courses/course/looks', status: AUTHORS_DATA },
    {
      method: 'POST',
      path: '/courses/course/looks',
      body: '{"intent":"keep","look":{"sort":"colour","name":"Moss","value":"#4b6b3c"}}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 200, 200],
    },
    {
      method: 'POST',
      path: '/courses/course/looks',
      body: '{"intent":"keep","look":{"sort":"colour","name":"Moss","value":"url(x)"}}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/contributions': [
    {
      method: 'POST',
      path: '/courses/course/contributions?name=notes.png',
      body: 'words, not a picture',
      type: 'application/octet-stream',
      status: [401, 404, 403, 422, 422, 422],
    },
  ],
  '/courses/:courseId/shelf-list': [{ path: '/courses/course/shelf-list?words=wall', status: AUTHORS_DATA }],
  '/courses/:courseId/shelf-list/:shelfId': [
    { path: '/courses/course/shelf-list/nothing', status: [401, 404, 403, 403, 404, 404] },
    {
      method: 'POST',
      path: '/courses/course/shelf-list/nothing',
      body: '{"alt":"\\u0000"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/files/:shelfId/:width': [{ path: '/files/nothing/480', status: [401, 404, 404, 404, 404, 404] }],
  '/courses/:courseId/plan-lines': [
    {
      method: 'POST',
      path: '/courses/course/plan-lines',
      body: '{"intent":"add","afterId":null,"level1":"lesson","lines":[]}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/templates': [
    { path: '/courses/course/templates', status: AUTHORS_DATA },
    { path: '/courses/course/templates?of=nothing', status: [401, 404, 403, 403, 404, 404] },
    {
      method: 'POST',
      path: '/courses/course/templates',
      body: '{"intent":"use","templateId":"x","afterId":null,"title":" ","values":{}}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
    {
      method: 'POST',
      path: '/courses/course/templates',
      body: '{"intent":"delete","id":"nothing"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
  ],
  '/courses/:courseId/snippets': [
    { path: '/courses/course/snippets', status: AUTHORS_DATA },
    { path: '/courses/course/snippets?shown=nothing', status: [401, 404, 403, 403, 404, 404] },
    { path: '/courses/course/snippets?file=nothing', status: [401, 404, 403, 403, 404, 404] },
    { path: '/courses/course/snippets?used=nothing', status: [401, 404, 403, 403, 404, 404] },
    {
      method: 'POST',
      path: '/courses/course/snippets',
      body: '{"intent":"save","id":null,"name":" "}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
    {
      method: 'POST',
      path: '/courses/course/snippets',
      body: '{"intent":"carry","id":"nothing","documentId":"nothing","takesTouched":true}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
    {
      method: 'POST',
      path: '/courses/course/snippets',
      body: '{"intent":"delete","id":"nothing"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
  ],
  '/courses/:courseId/transfers': [
    { path: '/courses/course/transfers', status: AUTHORS_DATA },
    {
      method: 'POST',
      path: '/courses/course/transfers',
      body: '{"intent":"out","entryId":"unit","format":"epub","variant":"published"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
    {
      method: 'POST',
      path: '/courses/course/transfers',
      body: '{"intent":"out","entryId":"page","format":"exe","variant":"published"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
    {
      method: 'POST',
      path: '/courses/course/transfers',
      body: '{"intent":"again","id":"nothing"}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
  ],
  '/courses/:courseId/transfers/import': [
    {
      method: 'POST',
      path: '/courses/course/transfers/import?name=a.bin&as=book',
      body: '\u0000\u0001',
      type: 'application/octet-stream',
      status: [401, 404, 403, 403, 422, 422],
    },
    {
      method: 'POST',
      path: '/courses/course/transfers/import?name=a.md&as=nonsense',
      body: 'words',
      type: 'application/octet-stream',
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/transfers/:transferId/file': [
    { path: '/courses/course/transfers/nothing/file', status: [401, 404, 403, 403, 404, 404] },
    { path: '/courses/course/transfers/%00/file', status: [401, 404, 403, 403, 404, 404] },
  ],
  '/courses/:courseId/items/:itemId/preview': [
    { path: '/courses/course/items/page/preview?of=work', status: AUTHORS },
    {
      method: 'POST',
      path: '/courses/course/items/page/preview?of=work',
      body: 'question=none&answer=0',
      type: FORM,
      status: AUTHORS,
    },
  ],
  '/documents/:documentId/batches': [
    {
      method: 'POST',
      path: '/documents/page/batches',
      body: batch('walk'),
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 422, 422],
    },
    {
      method: 'POST',
      path: '/documents/page/batches',
      body: '{"half":',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 422, 422],
    },
    {
      method: 'POST',
      path: '/documents/page/batches',
      body: JSON.stringify({
        id: 'x',
        base: 2.5,
        client: 'walk',
        schemaVersion: SCHEMA_VERSION,
        person: 'manager',
        steps: [],
      }),
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 422, 422],
    },
  ],
  '/documents/:documentId/log': [
    { path: '/documents/page/log?since=0&page=true', status: AUTHORS_DATA },
    { path: '/documents/page/log?since=-1', status: [401, 404, 403, 403, 400, 400] },
  ],
  '/documents/:documentId/set-aside': [
    { path: '/documents/page/set-aside', status: AUTHORS_DATA },
    {
      method: 'POST',
      path: '/documents/page/set-aside',
      body: '{"intent":"keep","entries":[{"id":"a","reason":"mine","content":{"content":[{"type":"script"}]}}]}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 200, 200],
    },
    {
      method: 'POST',
      path: '/documents/page/set-aside',
      body: '{"intent":"keep","entries":[{"id":"a","reason":"nonsense","content":{}}]}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
    {
      method: 'POST',
      path: '/documents/page/set-aside',
      body: '{"intent":"bring back","ids":["a"]}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 200, 200],
    },
  ],
  '/documents/:documentId/places': [
    { path: '/documents/page/places', status: AUTHORS_DATA },
    {
      method: 'POST',
      path: '/documents/page/places',
      body: JSON.stringify({ place: 'nowhere' }),
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 409, 409],
    },
  ],
  '/documents/:documentId/dismissed-findings': [
    { path: '/documents/page/dismissed-findings', status: AUTHORS_DATA },
    {
      method: 'POST',
      path: '/documents/page/dismissed-findings',
      body: '{"intent":"dismiss","fingerprint":"vague-link-1","reason":" "}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/documents/:documentId/past': [
    { path: '/documents/page/past', status: AUTHORS_DATA },
    { path: '/documents/page/past?before=x', status: [401, 404, 403, 403, 400, 400] },
  ],
  '/documents/:documentId/past/:version': [
    { path: '/documents/page/past/0', status: AUTHORS_DATA },
    { path: '/documents/page/past/now', status: AUTHORS_DATA },
    { path: '/documents/page/past/99', status: [401, 404, 403, 403, 404, 404] },
    { path: '/documents/page/past/-1', status: [401, 404, 403, 403, 404, 404] },
  ],
  '/documents/:documentId/editions': [
    {
      method: 'POST',
      path: '/documents/page/editions',
      body: `note=${'x'.repeat(600)}&version=0`,
      type: FORM,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/documents/:documentId/edition-list': [{ path: '/documents/page/edition-list', status: AUTHORS_DATA }],
  '/read/:courseId': [{ path: '/read/course', status: READERS }],
  '/read/:courseId/mine': [{ path: '/read/course/mine', status: READERS }],
  '/read/:courseId/terms': [
    { path: '/read/course/terms', status: READERS },
    { path: '/read/nowhere/terms', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/read/:courseId/search': [
    { path: '/read/course/search?words=page', status: READERS },
    { path: '/read/nowhere/search?words=%00', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/read/:courseId/link-targets': [
    { path: '/read/course/link-targets', status: READERS },
    { path: '/read/nowhere/link-targets', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/read/:courseId/:itemId': [
    { path: '/read/course/page', status: READERS },
    {
      method: 'POST',
      path: '/read/course/page',
      body: 'question=none&answer=0',
      type: FORM,
      status: [302, 404, 200, 200, 200, 200],
    },
    {
      method: 'POST',
      path: '/read/course/page',
      body: 'intent=answer&attempt=7&bank=nothing&response=1e999',
      type: FORM,
      status: [302, 404, 303, 303, 303, 303],
    },
    {
      method: 'POST',
      path: '/read/course/page',
      body: 'intent=helped',
      type: FORM,
      status: [302, 404, 303, 303, 303, 303],
    },
    {
      method: 'POST',
      path: '/read/course/page',
      body: `intent=missing&missing=${'x'.repeat(501)}`,
      type: FORM,
      status: [302, 404, 422, 422, 422, 422],
    },
    {
      method: 'POST',
      path: '/read/course/page',
      body: 'intent=place&heading=x',
      type: FORM,
      status: [302, 404, 204, 204, 204, 204],
    },
    {
      method: 'POST',
      path: '/read/course/draft',
      body: 'question=none&answer=0',
      type: FORM,
      status: [302, 404, 404, 404, 404, 404],
    },
    // A draft does not exist for anyone in the reading room, whoever asks.
    { path: '/read/course/draft', status: [302, 404, 404, 404, 404, 404] },
    { path: '/read/other/page', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/read/:courseId/:itemId/changes': [
    // Of a first edition there is nothing to compare.
    { path: '/read/course/page/changes', status: [302, 404, 404, 404, 404, 404] },
    { path: '/read/course/draft/changes?since=1', status: [302, 404, 404, 404, 404, 404] },
    { path: '/read/course/page/changes?since=%00', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/discuss/:courseId/:itemId': [
    { path: '/discuss/course/talk', status: [302, 404, 200, 200, 200, 200] },
    { path: '/discuss/course/page', status: [302, 404, 200, 200, 200, 200] },
    { path: '/discuss/course/draft-talk', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/discuss/:courseId/:itemId/posts': [
    { path: '/discuss/course/talk/posts', status: [401, 404, 200, 200, 200, 200] },
    { path: '/discuss/course/talk/posts?before=%00', status: [401, 404, 400, 400, 400, 400] },
    { path: '/discuss/course/talk/posts?thread=nothing', status: [401, 404, 404, 404, 404, 404] },
    {
      method: 'POST',
      path: '/discuss/course/talk/posts',
      body: '{"intent":"write","id":"p1","parentId":null,"content":{"type":"passage","content":[{"type":"script"}]}}',
      type: JSON_TYPE,
      status: [401, 404, 422, 422, 422, 422],
    },
    {
      method: 'POST',
      path: '/discuss/course/talk/posts',
      body: '{"intent":"hide","id":"p1","reason":""}',
      type: JSON_TYPE,
      status: [401, 404, 422, 422, 422, 422],
    },
    {
      method: 'POST',
      path: '/discuss/course/draft-talk/posts',
      body: '{"intent":"preview","content":null}',
      type: JSON_TYPE,
      status: [401, 404, 404, 404, 404, 404],
    },
  ],
  '/courses/:courseId/questions': [
    { path: '/courses/course/questions?folder=x&kind=evil&question=nothing', status: AUTHORS },
  ],
  '/courses/:courseId/questions/paper': [{ path: '/courses/course/questions/paper?kind=evil', status: AUTHORS }],
  '/courses/:courseId/question-bank': [
    { path: '/courses/course/question-bank?words=wall', status: AUTHORS_DATA },
    { path: '/courses/course/question-bank?id=nothing', status: [401, 404, 403, 403, 404, 404] },
    {
      method: 'POST',
      path: '/courses/course/question-bank',
      body: '{"intent":"add","id":"q","folderId":null,"title":"x","content":{"prompt":{"type":"doc"}}}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 422, 422],
    },
    {
      method: 'POST',
      path: '/courses/course/question-bank',
      body: '{"intent":"add folder","id":"f","name":" "}',
      type: JSON_TYPE,
      status: [401, 404, 403, 403, 400, 400],
    },
  ],
  '/courses/:courseId/hand-ins/:itemId': [
    { path: '/courses/course/hand-ins/task', status: AUTHORS },
    { path: '/courses/course/hand-ins/page', status: [302, 404, 403, 403, 404, 404] },
    {
      method: 'POST',
      path: '/courses/course/hand-ins/task',
      body: '{"personId":"student","number":1,"comment":{}}',
      type: JSON_TYPE,
      status: [302, 404, 403, 403, 422, 422],
    },
  ],
  '/assignments/:courseId/:itemId': [
    { path: '/assignments/course/task', status: [302, 404, 200, 200, 200, 200] },
    { path: '/assignments/course/page', status: [302, 404, 404, 404, 404, 404] },
  ],
  '/assignments/:courseId/:itemId/work': [
    {
      method: 'POST',
      path: '/assignments/course/task/work',
      body: '{"intent":"hand in","content":{"type":"passage","content":[{"type":"paragraph"}]},"files":[]}',
      type: JSON_TYPE,
      status: [401, 404, 422, 422, 422, 422],
    },
    {
      method: 'POST',
      path: '/assignments/course/task/work',
      body: '{"intent":"draft","content":{},"files":[{"id":"../x","name":"x"}]}',
      type: JSON_TYPE,
      status: [401, 404, 400, 400, 400, 400],
    },
  ],
  '/*': [{ path: '/no/such/place', status: [404, 404, 404, 404, 404, 404] }],
  '/health/live': [{ path: '/health/live', status: [200, 200, 200, 200, 200, 200] }],
  '/health/ready': [{ path: '/health/ready', status: [200, 200, 200, 200, 200, 200] }],
}

interface RouteEntry {
  path?: string
  index?: boolean
  children?: RouteEntry[]
}

function patterns(entries: readonly RouteEntry[], above = ''): string[] {
  return entries.flatMap((entry) => {
    const path = entry.path ? `${above}/${entry.path}` : above
    return [path === '' ? '/' : path, ...patterns(entry.children ?? [], path)]
  })
}

/** Every element of a document, as an HTML parser that is not ours sees it. */
function parse5Elements(html: string): DefaultTreeAdapterTypes.Element[] {
  const walk = (node: DefaultTreeAdapterTypes.Node): DefaultTreeAdapterTypes.Element[] => [
    ...('tagName' in node ? [node] : []),
    ...('childNodes' in node ? node.childNodes.flatMap(walk) : []),
  ]
  return walk(parse(html))
}

let app: RunningApp
const cookies: Partial<Record<Role, string>> = {}

beforeAll(async () => {
  const { pool, transaction } = await import('../../server/database/pool.server.ts')
  const { createDocument } = await import('../../server/plan/plan.server.ts')
  const { insertEntries } = await import('../../server/plan/queries.server.ts')
  const { publish } = await import('../../server/editions/publish.server.ts')
  await makeSchool(pool)
  await transaction(async (db) => {
    await createDocument(db, 'course', 'page', 'A page')
    await createDocument(db, 'course', 'draft', 'A draft')
    for (const id of ['talk', 'draft-talk']) await createDocument(db, 'course', id, id)
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    await createDocument(db, 'course', 'task', 'task')
    await insertEntries(db, 'course', [
      { id: 'task', parentId: 'unit', kind: 'assignment', title: 'task', documentId: 'task' },
    ])
    await insertEntries(
      db,
      'course',
      ['talk', 'draft-talk'].map((id) => ({
        id,
        parentId: 'unit',
        kind: 'discussion' as const,
        title: id,
        documentId: id,
      })),
    )
    await insertEntries(
      db,
      'course',
      ['page', 'draft'].map((id) => ({ id, parentId: 'unit', kind: 'page' as const, title: id, documentId: id })),
    )
  })
  for (const id of ['page', 'talk', 'task']) await publish(id, 'author', { note: '', version: 0 })
  await pool.end()
  app = await startApp(url)
})
afterAll(() => app.stop())

async function ask(
  role: Role,
  { method = 'GET', path, body, type }: Expectation,
  headers: Record<string, string> = {},
): Promise<Response> {
  // Signing out ends a session: each request has one of its own.
  const cookie =
    role === 'nobody'
      ? ''
      : path === '/sign-out'
        ? await cookieFor(url, app.port, role)
        : (cookies[role] ??= await cookieFor(url, app.port, role))
  return fetch(app.address + path, {
    method,
    redirect: 'manual',
    ...(body === undefined ? {} : { body }),
    headers: { cookie, origin: app.address, ...(type ? { 'content-type': type } : {}), ...headers },
  })
}

test('every route has an expectation', () => {
  const known = new Set([...patterns(routes)])
  expect([...known].filter((pattern) => !(pattern in EXPECTED))).toEqual([])
})

for (const [pattern, expectations] of Object.entries(EXPECTED))
  for (const expectation of expectations)
    test.each(ROLES)(
      `${expectation.method ?? 'GET'} ${pattern} (${expectation.path.slice(0, 50)}) as %s`,
      async (role) => {
        const response = await ask(role, expectation)
        expect(response.status).toBe(expectation.status[ROLES.indexOf(role)])
        expect(response.headers.get('x-content-type-options')).toBe(
          expectation.path.startsWith('/health') ? null : 'nosniff',
        )
      },
    )

test('students never receive unpublished words', async () => {
  for (const path of ['/read/course', '/read/course/page'])
    expect(await (await ask('student', { path, status: READERS })).text()).not.toContain('A draft')
})

test.each(['/sign-out', '/theme', '/documents/page/batches', '/courses/course/plan'])(
  'a POST to %s from a foreign page does nothing',
  async (path) => {
    const foreign = await ask(
      'author',
      { method: 'POST', path, body: '', type: FORM, status: NO_ACTION },
      { origin: 'https://evil.example' },
    )
    expect(foreign.status).toBe(403)
  },
)

test('an altered cookie is nobody', async () => {
  const cookie = await cookieFor(url, app.port, 'author')
  const altered = cookie.slice(0, -3) + (cookie.endsWith('AAA') ? 'BBB' : 'AAA')
  for (const value of [altered, `fieldstone-${app.port}=x`, `fieldstone-${app.port}=${'%00'.repeat(20)}`]) {
    const response = await fetch(`${app.address}/courses/course/plan`, {
      redirect: 'manual',
      headers: { cookie: value },
    })
    expect(response.status).toBe(302)
    expect(response.headers.get('location')).toBe('/sign-in?to=%2Fcourses%2Fcourse%2Fplan')
  }
})

test('a redirect never leaves the house', async () => {
  const response = await ask('nobody', {
    method: 'POST',
    path: '/theme',
    body: 'theme=dark&to=//evil.example',
    type: FORM,
    status: NO_ACTION,
  })
  expect(response.headers.get('location')).toBe('/')
})

function socketStatus(
  cookie: string,
  origin: string | undefined,
  query = 'document=page&client=walk&since=0',
): Promise<number> {
  return new Promise((done) => {
    const socket = new WebSocket(`${app.address.replace('http', 'ws')}/live?${query}`, {
      headers: { cookie, ...(origin ? { origin } : {}) },
    })
    socket.on('open', () => {
      socket.close()
      done(101)
    })
    socket.on('unexpected-response', (_request, response) => done(response.statusCode ?? 0))
    socket.on('error', () => undefined)
  })
}

test.each(ROLES)('the socket as %s', async (role) => {
  const cookie = role === 'nobody' ? '' : await cookieFor(url, app.port, role)
  const expected = { nobody: 401, outsider: 403, guest: 403, student: 403, author: 101, manager: 101 }[role]
  expect(await socketStatus(cookie, app.address)).toBe(expected)
})

test.each(ROLES)('the socket of a discussion as %s', async (role) => {
  const cookie = role === 'nobody' ? '' : await cookieFor(url, app.port, role)
  expect(await socketStatus(cookie, app.address, 'posts=talk')).toBe(
    { nobody: 401, outsider: 403, guest: 101, student: 101, author: 101, manager: 101 }[role],
  )
  if (role !== 'nobody') expect(await socketStatus(cookie, app.address, 'posts=draft-talk')).toBe(403)
})

test('a socket from a foreign origin, or asked for nonsense, is not opened', async () => {
  const cookie = await cookieFor(url, app.port, 'author')
  expect(await socketStatus(cookie, 'https://evil.example')).toBe(403)
  expect(await socketStatus(cookie, undefined)).toBe(403)
  expect(await socketStatus(cookie, app.address, 'document=page&client=walk&since=minus')).toBe(400)
})

test('the page a student reads needs no script and names its policy', async () => {
  const response = await ask('student', { path: '/read/course/page', status: READERS })
  const policy = response.headers.get('content-security-policy') ?? ''
  expect(policy).toContain("script-src 'self'")
  expect(policy).not.toMatch(/script-src[^;]*unsafe/)
  const html = await response.text()
  expect(html).toContain('<h1>A page</h1>')
  const again = await ask(
    'student',
    { path: '/read/course/page', status: READERS },
    { 'if-none-match': response.headers.get('etag') ?? '' },
  )
  expect(again.status).toBe(304)
})

test('titles, notes and names are words wherever they are shown, never markup', async () => {
  const evil = '"><img src=x onerror=alert(1)>'
  await withClient(url, async (client) => {
    await client.query(`update editions set title = $1, note = $1 where document_id = 'page'`, [evil])
    await client.query(`update plan_entries set title = $1 where id in ('unit', 'page')`, [evil])
    await client.query(`update courses set title = $1 where id = 'course'`, [evil])
    await client.query(`update people set name = $1 where id in ('student', 'author')`, [evil])
  })
  for (const [role, path] of [
    ['student', '/read/course'],
    ['student', '/read/course/page'],
    ['author', '/courses/course/plan'],
    ['author', '/courses/course/items/page'],
    ['author', '/'],
  ] as const) {
    const html = await (await ask(role, { path, status: READERS })).text()
    const images = parse5Elements(html).filter(
      ({ tagName, attrs }) => tagName === 'img' || attrs.some(({ name }) => name.startsWith('on')),
    )
    expect(images, path).toEqual([])
    expect(html, path).toContain('img src=x')
  }
})

test('unknown addresses and shut doors say so, with the number of the request', async () => {
  for (const [role, path, words] of [
    ['author', '/no/such/place', 'There is nothing at this address'],
    ['student', '/courses/course/plan', 'This is for authors'],
    ['student', '/read/course/draft', 'There is nothing to read here'],
  ] as const) {
    const response = await ask(role, { path, status: READERS })
    const html = await response.text()
    expect(html).toContain(words)
    expect(html).toContain(response.headers.get('x-request-id'))
  }
})

test('a passage that no page can hold is kept as its words, and hundreds come in several requests', async () => {
  const keep = (entries: object[]): Promise<Response> =>
    ask('author', {
      method: 'POST',
      path: '/documents/page/set-aside',
      body: JSON.stringify({ intent: 'keep', entries }),
      type: JSON_TYPE,
      status: NO_ACTION,
    })
  expect(
    (
      await keep([
        {
          id: 'unknown-kind',
          reason: 'kept',
          content: { content: [{ type: 'fromTheFuture', content: [{ type: 'text', text: 'words \u0000stay' }] }] },
        },
      ])
    ).status,
  ).toBe(200)
  const { rows } = await withClient(url, (client) =>
    client.query(`select words, content from set_aside where id = 'unknown-kind'`),
  )
  expect(rows).toEqual([{ words: 'words stay', content: { content: [{ type: 'text', text: 'words stay' }] } }])
  expect(
    (await keep(Array.from({ length: 201 }, (_, at) => ({ id: `many-${at}`, reason: 'kept', content: {} })))).status,
  ).toBe(400)
})

test('answers are packed where browsers take it, say how long they may be kept, and are never guessed at', async () => {
  const packed = await fetch(`${app.address}/sign-in`, { headers: { 'accept-encoding': 'br' } })
  expect(packed.headers.get('content-encoding')).toBe('br')
  const script = /\/assets\/[\w.-]+\.js/.exec(await packed.text())![0]
  const asset = await fetch(`${app.address}${script}`, { headers: { 'accept-encoding': 'gzip' } })
  expect(
    Object.fromEntries(
      ['content-encoding', 'cache-control', 'x-content-type-options'].map((name) => [name, asset.headers.get(name)]),
    ),
  ).toEqual({
    'content-encoding': 'gzip',
    'cache-control': 'public, max-age=31536000, immutable',
    'x-content-type-options': 'nosniff',
  })
  for (const path of ['/documents/page/set-aside', '/documents/page/log?since=0', '/documents/page/edition-list']) {
    const response = await ask('author', { path, status: NO_ACTION })
    expect([response.headers.get('cache-control'), response.headers.get('x-content-type-options')], path).toEqual([
      'no-store',
      'nosniff',
    ])
  }
})
