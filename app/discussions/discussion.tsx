import { Button } from 'antd'
import { Bell, BellRing } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { identifier } from '../../core/document/wire.ts'
import { pool } from '../../server/database/pool.server.ts'
import {
  mustPostFirst,
  readThreadOf,
  readThreads,
  type Thread,
  whyNotWrite,
} from '../../server/discussions/discussion.server.ts'
import { participant } from '../../server/discussions/participant.server.ts'
import { countPosts, isFollowing } from '../../server/discussions/queries.server.ts'
import { requireOpenPlace, roomParts } from '../../server/reading/hydrated.server.ts'
import { RoomFrame } from '../reading/room-frame.tsx'
import { useSay } from '../reading/say-here.ts'
import { sayIn } from '../../core/words/say.ts'
import type { Route } from './+types/discussion'
import { askPosts } from './ask-posts.ts'
import { PostComposer } from './post-composer.tsx'
import { ThreadList } from './thread-list.tsx'
import { newestFirst } from './thread-parts.ts'
import { type Threads, useThreads } from './use-threads.ts'

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const found = await requireOpenPlace(request, context, params.courseId, params.itemId)
  const who = participant(found)
  const asked = new URL(request.url).searchParams
  const [postId, before] = [asked.get('post'), asked.get('before')]
  const [parts, threads, sought, mustFirst, count, follows] = await Promise.all([
    roomParts(found),
    readThreads(who, identifier.safeParse(before).data ?? null),
    postId === null ? null : readThreadOf(who, postId),
    mustPostFirst(who),
    countPosts(pool, who.place.id),
    isFollowing(pool, who.place.id, who.personId),
  ])
  return {
    parts:
      found.place.kind === 'discussion'
        ? parts
        : { ...parts, title: who.say('discussion.on', { title: parts.title }), text: '', facts: '' },
    isComments: found.place.kind !== 'discussion',
    threads: withSought(threads, sought),
    mustFirst,
    count,
    follows,
    courseId: params.courseId,
    entryId: who.place.id,
    isAuthor: who.isAuthor,
    whyNot: whyNotWrite(who),
  }
}

/** The threads with one that somebody was sent to among them, where it belongs by its date. */
function withSought(
  list: { threads: Thread[]; hasMore: boolean },
  sought: Thread | null,
): { threads: Thread[]; hasMore: boolean; lastId?: string | null } {
  if (!sought) return list
  return {
    ...list,
    threads: newestFirst([...list.threads.filter(({ post }) => post.id !== sought.post.id), sought]),
    lastId: list.threads.at(-1)?.post.id ?? null,
  }
}

export const meta = ({ loaderData }: Route.MetaArgs) => [{ title: `${loaderData?.parts.title ?? ''} – Fieldstone` }]

// What changes is told by the socket and asked for by itself.
export const shouldRevalidate = (): boolean => false

/** A discussion as everybody in the course has it: the prompt, what people wrote, a field to write in. */
export default function Discussion({ loaderData }: Route.ComponentProps) {
  const { parts, courseId, entryId, isAuthor, whyNot, count } = loaderData
  const { isComments, follows } = loaderData
  const address = `/discuss/${courseId}/${entryId}/posts`
  // The frame, which tells the language, is drawn here.
  const say = sayIn(parts.language)
  const threads = useThreads(entryId, address, loaderData.threads, say)
  const [mustFirst, setMustFirst] = useState(loaderData.mustFirst)
  const [takenBack, setTakenBack] = useState<string | null>(null)
  return (
    <RoomFrame parts={parts}>
      <section className="discussion" aria-label={say('discussion.discussion')}>
        {isComments && (
          <p>
            <a href={`/read/${courseId}/${entryId}`}>{say('discussion.backToPage')}</a>
          </p>
        )}
        <DiscussionBar {...{ mustFirst, count, isComments, address, follows }} />
        {whyNot === null && <WithoutScript />}
        {whyNot === null ? (
          <FirstPost {...{ address, courseId, isComments, threads, setMustFirst }} />
        ) : (
          <p className="discussion-why">{whyNot}</p>
        )}
        {mustFirst ? (
          <p className="discussion-why">{say('discussion.mustPost')}</p>
        ) : (
          threads.threads.length === 0 && (
            <p className="soft">
              {say('discussion.nobody')} {whyNot === null && say('discussion.first')}
            </p>
          )
        )}
        <TakenBack {...{ address, threads }} id={takenBack} onDone={setTakenBack} />
        <ThreadList
          threads={threads}
          {...{ address, courseId, isAuthor, whyNot }}
          timeZone={parts.timeZone}
          onChanged={threads.put}
          onTakenBack={setTakenBack}
        />
      </section>
    </RoomFrame>
  )
}

interface DiscussionBarProps {
  mustFirst: boolean
  count: number
  isComments: boolean
  address: string
  follows: boolean
}

/** What stands below, and whether one hears of it. */
function DiscussionBar({ mustFirst, count, isComments, address, follows }: DiscussionBarProps) {
  const say = useSay()
  return (
    <div className="discussion-bar">
      <h2>
        {mustFirst
          ? say('discussion.postsSoFar', { count })
          : say(isComments ? 'discussion.comments' : 'discussion.posts')}
      </h2>
      <FollowButton address={address} isOn={follows} />
    </div>
  )
}

/** Said where nothing can be sent. */
function WithoutScript() {
  const say = useSay()
  return (
    <noscript>
      <p className="discussion-why">{say('discussion.needsScript')}</p>
    </noscript>
  )
}

interface FirstPostProps {
  address: string
  courseId: string
  isComments: boolean
  threads: Threads
  setMustFirst: (value: boolean) => void
}

/** The field in which one writes to everybody. */
function FirstPost({ address, courseId, isComments, threads, setMustFirst }: FirstPostProps) {
  const say = useSay()
  return (
    <PostComposer
      {...{ address, courseId }}
      parentId={null}
      label={say('discussion.yourPost')}
      placeholder={say(isComments ? 'discussion.writeComment' : 'discussion.writeAll')}
      send={say('discussion.send')}
      onSent={(post) => {
        threads.put(post)
        setMustFirst(false)
      }}
    />
  )
}

interface TakenBackProps {
  address: string
  threads: Threads
  /** One's own post that was taken back; null when none was. */
  id: string | null
  onDone: (id: string | null) => void
}

/** The way to have a post back that was just taken back. */
function TakenBack({ address, threads, id, onDone }: TakenBackProps) {
  const say = useSay()
  const [problem, setProblem] = useState('')
  const undo = useRef<HTMLButtonElement>(null)
  // What was pressed is gone: the way back has the focus.
  useEffect(() => undo.current?.focus(), [id])
  const restore = async (postId: string): Promise<void> => {
    const answer = await askPosts(say, address, { intent: 'bring back', id: postId })
    if (answer.ok && answer.post) threads.put(answer.post)
    else void threads.refresh()
    onDone(answer.ok ? null : postId)
    setProblem(answer.ok ? '' : answer.reason)
  }
  return (
    <div className="discussion-undo" role="status">
      {id !== null && (
        <p>
          {problem || say('discussion.wasDeleted')}{' '}
          <button type="button" ref={undo} className="link-button" onClick={() => void restore(id)}>
            {say('discussion.restore')}
          </button>{' '}
          <button
            type="button"
            className="plain-button"
            aria-label={say('discussion.close')}
            onClick={() => onDone(null)}
          >
            ×
          </button>
        </p>
      )}
    </div>
  )
}

function FollowButton({ address, isOn }: { address: string; isOn: boolean }) {
  const say = useSay()
  const [follows, setFollows] = useState(isOn)
  const toggle = async (): Promise<void> => {
    const answer = await askPosts(say, address, { intent: 'follow', isOn: !follows })
    if (answer.ok) setFollows(!follows)
  }
  return (
    <Button
      size="small"
      icon={follows ? <BellRing size={14} aria-hidden /> : <Bell size={14} aria-hidden />}
      role="switch"
      aria-checked={follows}
      className="needs-script"
      onClick={() => void toggle()}
    >
      {say('discussion.notify')}
    </Button>
  )
}
