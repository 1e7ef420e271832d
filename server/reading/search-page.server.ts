import { frame, inCourse, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import type { Place } from '../../core/reading/outline.ts'
import { backTo } from './nav.server.ts'
import { longDate } from './dates.server.ts'
import { type FoundPassage, type FoundPost, MOST_FOUND } from './search.server.ts'

/** What a search has found, or what to do when it has found nothing. */
export function searchPage(
  visit: Visit,
  words: string,
  book: Place | null,
  passages: readonly FoundPassage[],
  posts: readonly FoundPost[],
): SafeHtml {
  const home = `/read/${visit.course.course_id}`
  const { say } = visit
  const body = html`${strip(visit, book ? '' : words)}
<main id="page" class="contents" tabindex="-1">
<h1>${words === '' ? say('room.search') : book ? say.html('room.foundInBook', { words, title: inCourse(visit, book.title) }) : say.html('room.foundIn', { words })}</h1>
<form class="search in-book" role="search" aria-label="${say(book ? 'room.book' : 'room.wordsToFind')}" action="${home}/search">${book && html`<input type="hidden" name="in" value="${book.id}">`}<input type="search" name="words" value="${words}" aria-label="${say(book ? 'room.searchBook' : 'room.searchAll')}"> <button>${say('room.search')}</button></form>
<p role="status">${words === '' ? say('room.typeWords') : passages.length + posts.length === 0 ? say('room.nothingFound') : foundWords(visit, passages.length, posts.length)}</p>
${posts.length > 0 && passages.length > 0 && html`<h2>${say('room.published')}</h2>`}
<ol class="found">${passages.map((passage) => foundLine(visit, passage))}</ol>
${posts.length > 0 && html`<h2>${say('room.posts')}</h2><ol class="found">${posts.map((post) => postLine(visit, post))}</ol>`}
${book && html`<p><a href="${visit.href(book.id)}">${backTo(visit, book)}</a> · <a href="${home}/search?words=${encodeURIComponent(words)}">${say('room.searchWhole')}</a></p>`}
</main>`
  return frame(
    {
      ...visit,
      title: words === '' ? say('room.search') : say('room.searchFor', { words }),
      course_title: visit.course.course_title,
    },
    body,
  )
}

/** How much was found, of what is published and of what people wrote. */
function foundWords({ say }: Visit, pages: number, posts: number): string {
  const counted = [
    pages > 0 && say(pages === MOST_FOUND ? 'room.morePages' : 'room.foundPages', { count: pages }),
    posts > 0 && say(posts === MOST_FOUND ? 'room.morePosts' : 'room.foundPosts', { count: posts }),
  ].filter((words) => words !== false)
  return new Intl.ListFormat(say.language, { type: 'unit' }).format(counted)
}

function postLine(visit: Visit, { entryId, postId, person, at, excerpt }: FoundPost): SafeHtml {
  const day = longDate(visit.say.language, visit.course.time_zone).format(at)
  return html`<li><a href="/discuss/${visit.course.course_id}/${entryId}?post=${postId}#post-${postId}">${person}, ${day}</a> <span class="soft">${visit.outline.find(entryId)?.title}</span><p>${marked(excerpt)}</p></li>`
}

function foundLine(visit: Visit, { entryId, title, excerpt }: FoundPassage): SafeHtml {
  const place = visit.outline.find(entryId)
  const above = place
    ? visit.outline
        .path(entryId)
        .slice(1, -1)
        .map((each) => each.title)
        .join(' › ')
    : ''
  const parts = partsOf(excerpt)
  // The browser's own search marks the first of the words on the page that opens (URL Fragment Text Directives).
  const first = parts[1] ? `#:~:text=${encodeURIComponent(parts[1])}` : ''
  return html`<li><a href="${visit.href(entryId)}${first}">${place?.number && `${place.number} `}${title}</a>${above && html` <span class="soft">${above}</span>`}<p>${marked(excerpt)}</p></li>`
}

// eslint-disable-next-line no-control-regex -- the signs that mark what matches
const partsOf = (excerpt: string): string[] => excerpt.split(/[\u0001\u0002]/)
const marked = (excerpt: string): (string | SafeHtml)[] =>
  partsOf(excerpt).map((part, at) => (at % 2 === 1 ? html`<mark>${part}</mark>` : part))
