import type { Node } from 'prosemirror-model'
import { PART_REPLIES, SHOWN_REPLIES, THREADS } from '../../core/discussions/parts.ts'
import { shortened } from '../../core/tree/shortened.ts'
import { isBlank } from '../../core/document/passage.ts'
import { passageHtml } from '../../core/html/passage-html.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { doneRule } from '../../core/plan/settings.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { notify } from '../documents/queries.server.ts'
import { tell } from '../notices/tell.server.ts'
import type { Place } from '../../core/reading/outline.ts'
import { updateDone } from '../reading/queries.server.ts'
import { listPostable } from '../shelf/queries.server.ts'
import type { MessageName } from '../../core/words/languages.ts'
import type { Say } from '../../core/words/say.ts'
import { readPassage } from './read-passage.server.ts'
import {
  findPost,
  hasPosted,
  insertPost,
  listReplies,
  listRoots,
  type PostRow,
  replacePostItems,
  updateRestored,
  updateDeleted,
  updateFollow,
  updateHelpful,
  updateHidden,
  updateLocked,
  updatePost,
} from './queries.server.ts'

/** Somebody at an item under which people write. */
export interface Participant {
  readonly personId: string
  readonly name: string
  readonly courseId: string
  /** The item, published and open to this person. */
  readonly place: Place
  /** May write at all; guests may not. */
  readonly mayTakePart: boolean
  readonly isAuthor: boolean
  /** Says the room's own words. */
  readonly say: Say
}

/** A post as one person sees it. */
export interface SeenPost extends Omit<PostRow, 'content' | 'html' | 'personId'> {
  /** What it says; empty where it is hidden from this person or was taken back. */
  readonly html: string
  readonly isMine: boolean
}

export interface Thread {
  readonly post: SeenPost
  /** The last answers, in their order; `post.replies` says how many there are. */
  readonly replies: readonly SeenPost[]
}

export type PostResult =
  { readonly ok: true; readonly post: SeenPost } | { readonly ok: false; readonly reason: string }
const refuse = (reason: string): PostResult & { ok: false } => ({ ok: false, reason })

/** A thread that one is sent to from a search comes with so many answers, from the one that was found on. */
const MOST_REPLIES = 500

function seen(row: PostRow, { personId, isAuthor }: Participant): SeenPost {
  const { content: _content, personId: writer, html, ...rest } = row
  const isMine = writer === personId
  const isShown = !row.isDeleted && (row.hiddenReason === null || isAuthor || isMine)
  return { ...rest, html: isShown ? html : '', isMine }
}

/** Why somebody can't write here now; null when they can. */
export function whyNotWrite({ mayTakePart, isAuthor, place, say }: Participant, now = new Date()): string | null {
  if (!mayTakePart) return say('discussion.guest')
  if (isAuthor) return null
  if (place.settings.isLocked) return say('discussion.isLocked')
  if (place.settings.closesAt && new Date(place.settings.closesAt) <= now) return say('discussion.isClosed')
  return null
}

/** Whether what others wrote is kept from somebody until they have written themselves. */
export async function mustPostFirst(who: Participant): Promise<boolean> {
  return who.place.settings.postFirst && !who.isAuthor && !(await hasPosted(pool, who.place.id, who.personId))
}

/** Threads of an item, newest first, from before one of them on. */
export async function readThreads(
  who: Participant,
  beforeId: string | null,
): Promise<{ threads: Thread[]; hasMore: boolean }> {
  if (await mustPostFirst(who)) return { threads: [], hasMore: false }
  const roots = await listRoots(pool, who.place.id, beforeId, THREADS + 1)
  const shown = roots.slice(0, THREADS)
  const replies = await listReplies(
    pool,
    shown.map(({ id }) => id),
    SHOWN_REPLIES,
  )
  return {
    threads: shown.map((root) => ({
      post: seen(root, who),
      replies: replies.filter(({ rootId }) => rootId === root.id).map((reply) => seen(reply, who)),
    })),
    hasMore: roots.length > THREADS,
  }
}

/**
 * One thread with its last answers, or the last before one of them; null when there is none, or it is not to be seen
 * yet.
 */
export async function readThread(
  who: Participant,
  rootId: string,
  { beforeId = null, most = PART_REPLIES }: { beforeId?: string | null; most?: number } = {},
): Promise<Thread | null> {
  if (await mustPostFirst(who)) return null
  const root = await findPost(pool, who.place.id, rootId)
  if (root?.parentId !== null) return null
  return {
    post: seen(root, who),
    replies: (await listReplies(pool, [rootId], most, beforeId)).map((reply) => seen(reply, who)),
  }
}

/**
 * The thread of a post, with the answers from that post on, of a first post all; null when there is no such post to be
 * seen.
 */
export async function readThreadOf(who: Participant, postId: string): Promise<Thread | null> {
  const post = await findPost(pool, who.place.id, postId)
  if (!post) return null
  const thread = await readThread(who, post.rootId, { most: MOST_REPLIES })
  const at = thread?.replies.findIndex(({ id }) => id === postId) ?? -1
  return thread && { ...thread, replies: thread.replies.slice(Math.max(0, at)) }
}

/** Takes what somebody wrote: a post that begins a thread, or an answer. The same id twice is one post. */
export async function writePost(
  who: Participant,
  { id, parentId, unsafeContent }: { id: string; parentId: string | null; unsafeContent: unknown },
): Promise<PostResult> {
  const why = whyNotWrite(who)
  if (why) return refuse(why)
  const read = await readPassage(unsafeContent, who.say)
  if (!read.ok) return read
  if (isBlank(read.passage)) return refuse(who.say('discussion.nothingWritten'))
  const foreign = await whyNotShown(who, read.passage)
  if (foreign) return refuse(foreign)
  return transaction(async (db) => {
    const parent = parentId === null ? null : await findPost(db, who.place.id, parentId)
    const problem = parentId === null ? null : await whyNotAnswer(db, who, parent)
    if (problem) return refuse(problem)
    const text = plainText(read.passage)
    const isNew = await insertPost(db, {
      id,
      entryId: who.place.id,
      parentId,
      rootId: parent?.rootId ?? id,
      personId: who.personId,
      content: JSON.stringify(read.passage.toJSON()),
      html: passageHtml(read.passage, who.say, who.courseId),
      words: text,
    })
    if (isNew) {
      await replacePostItems(db, id, shelfItemsOf(read.passage))
      if (doneRule(who.place.kind, who.place.settings) === 'posted')
        await updateDone(db, who.place.id, who.personId, true)
      await updateFollow(db, who.place.id, who.personId, true)
      await tellOf(db, who, id, parent, text)
      await announce(db, who.place.id)
    }
    const post = await findPost(db, who.place.id, id)
    // An id that somebody else's post has already, here or elsewhere, is nobody's to send.
    if (!isNew && post?.personId !== who.personId) return refuse(who.say('discussion.notSent'))
    return post?.isDeleted === false ? { ok: true, post: seen(post, who) } : refuse(who.say('discussion.meanwhile'))
  })
}

/** Why a picture in a passage can't be posted here: it would show readers what they may not see. Null when all can. */
async function whyNotShown(who: Participant, passage: Node): Promise<string | null> {
  const items = shelfItemsOf(passage)
  if (items.length === 0) return null
  const shown = await listPostable(pool, who.courseId, who.personId, who.isAuthor, items)
  return shown.length === items.length ? null : who.say('discussion.foreignPicture')
}

async function whyNotAnswer(db: Database, who: Participant, parent: PostRow | null): Promise<string | null> {
  const name = await whatForbids(db, who, parent)
  return name && who.say(name)
}

async function whatForbids(db: Database, who: Participant, parent: PostRow | null): Promise<MessageName | null> {
  if (!parent || parent.isDeleted) return 'discussion.parentGone'
  if (who.isAuthor) return null
  if (parent.hiddenReason !== null) return 'discussion.parentHidden'
  const root = parent.parentId === null ? parent : await findPost(db, who.place.id, parent.rootId)
  if (!root || root.hiddenReason !== null) return 'discussion.threadHidden'
  return root.isLocked ? 'discussion.threadLocked' : (await mustPostFirst(who)) ? 'discussion.postFirst' : null
}

/** Whoever follows the item, whoever is answered, and the authors of the course get a notice. */
async function tellOf(db: Database, who: Participant, id: string, parent: PostRow | null, text: string): Promise<void> {
  const words = who.say('notices.wrote', {
    name: who.name,
    title: who.place.title,
    line: shortened(text, 120) || who.say('notices.picture'),
  })
  await tell(db, {
    courseId: who.courseId,
    entryId: who.place.id,
    type: who.place.kind === 'discussion' ? 'reply' : 'comment',
    words,
    address: `/discuss/${who.courseId}/${who.place.id}?post=${id}#post-${id}`,
    roles: ['author'],
    isToFollowers: true,
    personIds: parent ? [parent.personId] : [],
    exceptId: who.personId,
  })
}

/** Tells every process that something under an item has changed. */
async function announce(db: Database, entryId: string): Promise<void> {
  await notify(db, 'fieldstone_topic', `posts ${entryId}`)
}

/** Changes what somebody wrote themselves. */
export async function rewritePost(who: Participant, id: string, unsafeContent: unknown): Promise<PostResult> {
  const why = whyNotWrite(who)
  if (why) return refuse(why)
  const read = await readPassage(unsafeContent, who.say)
  if (!read.ok) return read
  if (isBlank(read.passage)) return refuse(who.say('discussion.nothingLeft'))
  const foreign = await whyNotShown(who, read.passage)
  if (foreign) return refuse(foreign)
  return transaction(async (db) => {
    const isDone = await updatePost(
      db,
      { id, entryId: who.place.id, personId: who.personId },
      {
        content: JSON.stringify(read.passage.toJSON()),
        html: passageHtml(read.passage, who.say, who.courseId),
        words: plainText(read.passage),
      },
    )
    if (!isDone) return refuse(who.say('discussion.notYours'))
    await replacePostItems(db, id, shelfItemsOf(read.passage))
    await announce(db, who.place.id)
    const post = await findPost(db, who.place.id, id)
    return post ? { ok: true, post: seen(post, who) } : refuse(who.say('discussion.gone'))
  })
}

/** What can be done with a post besides writing it. */
export type PostAct =
  | { readonly act: 'take back' | 'bring back' | 'helpful' | 'not helpful' | 'lock' | 'unlock' | 'show' }
  | { readonly act: 'hide'; readonly reason: string }

/** Takes back one's own post, and brings it back; marks, locks and hides those of others, which authors alone may. */
export async function actOnPost(who: Participant, id: string, asked: PostAct): Promise<PostResult> {
  return transaction(async (db) => {
    const post = await findPost(db, who.place.id, id)
    if (!post || post.isDeleted !== (asked.act === 'bring back')) return refuse(who.say('discussion.gone'))
    if (asked.act === 'bring back') {
      const why = whyNotWrite(who)
      if (why) return refuse(why)
      if (!(await updateRestored(db, id, who.personId))) return refuse(who.say('discussion.ownRestore'))
    } else if (asked.act === 'take back') {
      if (!(await updateDeleted(db, id, who.personId))) return refuse(who.say('discussion.ownDelete'))
    } else if (!who.isAuthor) return refuse(who.say('discussion.authorsOnly'))
    else if (asked.act === 'hide') await updateHidden(db, id, who.personId, asked.reason)
    else if (asked.act === 'show') await updateHidden(db, id, who.personId, null)
    else if (asked.act === 'lock' || asked.act === 'unlock') await updateLocked(db, post.rootId, asked.act === 'lock')
    else await updateHelpful(db, id, asked.act === 'helpful')
    await announce(db, who.place.id)
    const now = await findPost(db, who.place.id, id)
    return now ? { ok: true, post: seen(now, who) } : refuse(who.say('discussion.gone'))
  })
}
