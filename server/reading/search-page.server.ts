import { frame, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import type { Place } from '../../core/reading/outline.ts'
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
  const place = book ? `“${book.title}”` : 'the course'
  const body = html`${strip(visit, book ? '' : words)}
<main id="page" class="contents" tabindex="-1">
<h1>${words === '' ? 'Search' : `“${words}” in ${place}`}</h1>
<form class="search in-book" role="search" aria-label="${book ? 'Book' : 'Words to find'}" action="${home}/search">${book && html`<input type="hidden" name="in" value="${book.id}">`}<input type="search" name="words" value="${words}" aria-label="${book ? 'Search in this book' : 'Search what you can read'}"> <button>Search</button></form>
<p role="status">${words === '' ? 'Type one or more words.' : passages.length + posts.length === 0 ? 'Nothing that you can read holds all of these words, or words that begin so. Try fewer, or other words.' : [counted(passages.length, 'page', 'pages'), counted(posts.length, 'post or comment', 'posts and comments')].filter(Boolean).join(', ')}</p>
${posts.length > 0 && passages.length > 0 && html`<h2>What is published</h2>`}
<ol class="found">${passages.map((passage) => foundLine(visit, passage))}</ol>
${posts.length > 0 && html`<h2>Posts and comments</h2><ol class="found">${posts.map((post) => postLine(visit, post))}</ol>`}
${book && html`<p><a href="${visit.href(book.id)}">Back to ${book.title}</a> · <a href="${home}/search?words=${encodeURIComponent(words)}">Search the whole course</a></p>`}
</main>`
  return frame({ title: words === '' ? 'Search' : `Search: ${words}`, course: visit.course, theme: visit.theme }, body)
}

const counted = (count: number, one: string, many: string): string =>
  count === 0 ? '' : `${count}${count === MOST_FOUND ? ' or more' : ''} ${count === 1 ? one : many}`

function postLine(visit: Visit, { entryId, postId, person, at, excerpt }: FoundPost): SafeHtml {
  const day = longDate(visit.course.language, visit.course.time_zone).format(at)
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
