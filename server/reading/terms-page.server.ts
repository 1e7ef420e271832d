import { html, type SafeHtml } from '../../core/tree/template.ts'
import { courseLanguage, frame, inCourse, strip, type Visit } from './frame.server.ts'
import { type CourseTerm, MOST_TERMS } from './terms.server.ts'

/** One term with what is said of it: the same definition once, with every page that has it. */
interface Entry {
  readonly term: string
  readonly definitions: Map<string, CourseTerm[]>
}

/** Under each term all that is said of it, in the order of the alphabet of the course (Unicode CLDR collation). */
function gathered(terms: readonly CourseTerm[], language: string): Entry[] {
  const entries = new Map<string, Entry>()
  for (const found of terms) {
    const key = found.term.toLocaleLowerCase(language)
    const entry = entries.get(key) ?? { term: found.term, definitions: new Map<string, CourseTerm[]>() }
    entries.set(key, entry)
    entry.definitions.set(found.definition, [...(entry.definitions.get(found.definition) ?? []), found])
  }
  const order = new Intl.Collator(language)
  return [...entries.values()].sort((a, b) => order.compare(a.term, b.term))
}

/** The glossary of a course: what its published pages define, as far as whoever reads may open them. */
export function termsPage(visit: Visit, terms: readonly CourseTerm[]): SafeHtml {
  const { say, course } = visit
  const entries = gathered(terms.slice(0, MOST_TERMS), course.language)
  const body = html`${strip(visit)}
<main id="page" class="contents" tabindex="-1">
<h1>${say('room.glossary')}</h1>
${entries.length === 0 ? html`<p>${say('room.noTerms')}</p>` : html`<div class="page-content"${courseLanguage(visit)}><dl class="glossary">${entries.map((entry) => entryPart(visit, entry))}</dl></div>`}
${terms.length > MOST_TERMS && html`<p>${say('room.moreTerms', { count: MOST_TERMS })}</p>`}
</main>`
  return frame({ ...visit, title: say('room.glossary'), course_title: course.course_title }, body)
}

const entryPart = (visit: Visit, { term, definitions }: Entry): SafeHtml =>
  html`<dt>${term}</dt>${[...definitions].map(([definition, places]) => html`<dd>${definition} <span class="soft">${places.map((place, at) => html`${at > 0 && ' · '}<a href="${visit.href(place.entryId)}#${place.id}">${inCourse(visit, visit.outline.find(place.entryId)?.title ?? '')}</a>`)}</span></dd>`)}`
