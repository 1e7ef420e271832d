import { frame, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml } from './html.server.ts'
import type { Place } from './outline.server.ts'
import type { FoundPassage } from './queries.server.ts'

/** What a search has found, or what to do when it has found nothing. */
export function searchPage(visit: Visit, words: string, book: Place | null, passages: readonly FoundPassage[]): SafeHtml {
  const home = `/read/${visit.course.course_id}`
  const place = book ? `“${book.title}”` : 'the course'
  const body = html`${strip(visit, book ? '' : words)}
<main id="page" class="contents" tabindex="-1">
<h1>${words === '' ? 'Search' : `“${words}” in ${place}`}</h1>
<form class="search in-book" role="search" action="${home}/search">${book && html`<input type="hidden" name="in" value="${book.id}">`}<input type="search" name="words" value="${words}" aria-label="${book ? 'Search in this book' : 'Search what you can read'}"> <button>Search</button></form>
<p role="status">${words === '' ? 'Type one or more words.' : passages.length === 0 ? 'Nothing that you can read holds all of these words. Try fewer, or another form of one.' : `${passages.length} ${passages.length === 1 ? 'place' : 'places'}`}</p>
<ol class="found">${passages.map((passage) => foundLine(visit, passage))}</ol>
${book && html`<p><a href="${visit.href(book.id)}">Back to ${book.title}</a> · <a href="${home}/search?words=${encodeURIComponent(words)}">Search the whole course</a></p>`}
</main>`
  return frame({ title: words === '' ? 'Search' : `Search: ${words}`, course: visit.course, theme: visit.theme }, body)
}

function foundLine(visit: Visit, { entryId, title, excerpt }: FoundPassage): SafeHtml {
  const place = visit.outline.find(entryId)
  const above = place ? visit.outline.path(entryId).slice(1, -1).map((each) => each.title).join(' › ') : ''
  // eslint-disable-next-line no-control-regex -- the signs that mark what matches
  const parts = excerpt.split(/[\u0001\u0002]/)
  // The browser's own search marks the first of the words on the page that opens (URL Fragment Text Directives).
  const first = parts[1] ? `#:~:text=${encodeURIComponent(parts[1])}` : ''
  return html`<li><a href="${visit.href(entryId)}${first}">${place?.number && `${place.number} `}${title}</a>${above && html` <span class="soft">${above}</span>`}<p>${parts.map((part, at) => (at % 2 === 1 ? html`<mark>${part}</mark>` : part))}</p></li>`
}
