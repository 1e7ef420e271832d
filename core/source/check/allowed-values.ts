import { byName } from '../../tree/by-name.ts'
import { LANGUAGE } from '../../tree/languages.ts'

/** What an attribute may be: one of some words, several of them, or what a test says. */
export interface AllowedValue {
  /** As a sentence goes on after “should be”. */
  readonly said: string
  readonly isRight: (value: string) => boolean
  /** The words it may be, where those are all. */
  readonly words?: readonly string[]
  /** What was likely meant; null where nobody can say. */
  readonly better?: (value: string) => string | null
}

const words = (names: string, others: readonly string[] = []): AllowedValue => {
  const all = [...names.split(' '), ...others]
  const shown = names.split(' ')
  return {
    said: `${shown.slice(0, -1).join(', ')} or ${shown.at(-1)}`,
    isRight: (value) => all.includes(value.toLowerCase()),
    words: shown,
  }
}

/** HTML Standard, “Numbers”; a number with a unit, as in styles, is likely meant as the number. */
const whole = (least: number, most = Number.MAX_SAFE_INTEGER): AllowedValue => ({
  said:
    most < Number.MAX_SAFE_INTEGER
      ? `a whole number from ${least} to ${most}`
      : least >= 0
        ? `a whole number, ${least} or more`
        : 'a whole number',
  isRight: (value) => /^-?\d+$/.test(value) && Number(value) >= least && Number(value) <= most,
  better: (value) => {
    const number = /^\s*(-?\d+)(?:\.\d+)?\s*(px)?\s*$/i.exec(value)?.[1]
    return number !== undefined && Number(number) >= least && Number(number) <= most ? String(Number(number)) : null
  },
})
const number: AllowedValue = {
  said: 'a number, with a point before its fraction',
  isRight: (value) => /^-?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(value),
  better: (value) => (/^-?\d+,\d+$/.test(value) ? value.replace(',', '.') : null),
}
const language: AllowedValue = {
  said: 'the code of a language, such as en or de-AT',
  isRight: (value) => value === '' || LANGUAGE.test(value),
  better: (value) => (LANGUAGE.test(value.replaceAll('_', '-')) ? value.replaceAll('_', '-') : null),
}
/** HTML Standard, “Dates and times”: dates, months, times, both, weeks, years and durations. */
const TIME =
  /^(\d{4,}-\d\d(-\d\d([T ]\d\d:\d\d(:\d\d(\.\d{1,3})?)?)?)?|\d\d-\d\d|\d\d:\d\d(:\d\d(\.\d{1,3})?)?|\d{4,}(-W\d\d)?)(Z|[+-]\d\d:?\d\d)?$/
const DURATION = /^P(?=.)(\d+D)?(T(?=.)(\d+H)?(\d+M)?(\d+(\.\d{1,3})?S)?)?$|^(\s*\d+(\.\d{1,3})?\s*[wdhms]\s*)+$/i
const time: AllowedValue = {
  said: 'a date or a time as computers write it, such as 2027-03-12',
  isRight: (value) => TIME.test(value) || DURATION.test(value),
}
const address: AllowedValue = {
  said: 'an address without spaces in it',
  isRight: (value) => !/[\s\\]/.test(value.trim()) && value.trim() !== '',
  better: (value) => (value.trim() === '' ? null : value.trim().replace(/\s/g, '%20').replaceAll('\\', '/')),
}
const place: AllowedValue = {
  said: 'a name without spaces in it',
  isRight: (value) => /^\S+$/.test(value),
  better: (value) => value.trim().replace(/\s+/g, '-') || null,
}

const ON_ANY = byName<AllowedValue>({
  id: place,
  lang: language,
  dir: words('ltr rtl auto'),
  translate: words('yes no', ['']),
  contenteditable: words('true false plaintext-only', ['']),
  draggable: words('true false'),
  spellcheck: words('true false', ['']),
  hidden: words('hidden until-found', ['']),
  tabindex: whole(-Infinity),
  inputmode: words('none text tel url email numeric decimal search'),
  enterkeyhint: words('enter done go next previous search send'),
  popover: words('auto manual hint', ['']),
  popovertargetaction: words('toggle show hide'),
  loading: words('lazy eager'),
  crossorigin: words('anonymous use-credentials', ['']),
  preload: words('none metadata auto', ['']),
  hreflang: language,
  datetime: time,
})

const size = { width: whole(0), height: whole(0) }
const span = { colspan: whole(1, 1000), rowspan: whole(0, 65_534) }
const gauge = { value: number, min: number, max: number, low: number, high: number, optimum: number }
const OF_ELEMENT = byName<Readonly<Record<string, AllowedValue | undefined>>>({
  a: byName<AllowedValue>({ href: { ...address, isRight: (value) => value === '' || address.isRight(value) } }),
  img: byName<AllowedValue>({ ...size, src: address }),
  iframe: byName<AllowedValue>({ ...size, src: address }),
  embed: byName<AllowedValue>({ ...size, src: address }),
  object: byName<AllowedValue>({ ...size, data: address }),
  video: byName<AllowedValue>({ ...size, src: address }),
  audio: byName<AllowedValue>({ src: address }),
  source: byName<AllowedValue>({ ...size, src: address }),
  canvas: byName<AllowedValue>(size),
  td: byName<AllowedValue>(span),
  th: byName<AllowedValue>({ ...span, scope: words('row col rowgroup colgroup') }),
  col: byName<AllowedValue>({ span: whole(1, 1000) }),
  colgroup: byName<AllowedValue>({ span: whole(1, 1000) }),
  ol: byName<AllowedValue>({
    start: whole(-Infinity),
    type: { ...words('1 a A i I'), isRight: (value) => /^[1aAiI]$/.test(value) },
  }),
  li: byName<AllowedValue>({ value: whole(-Infinity) }),
  button: byName<AllowedValue>({ type: words('submit reset button') }),
  input: byName<AllowedValue>({
    type: words(
      'hidden text search tel url email password date month week time datetime-local number range color checkbox radio ' +
        'file submit image reset button',
    ),
    size: whole(1),
    maxlength: whole(0),
    minlength: whole(0),
  }),
  textarea: byName<AllowedValue>({
    rows: whole(1),
    cols: whole(1),
    maxlength: whole(0),
    minlength: whole(0),
    wrap: words('soft hard'),
  }),
  select: byName<AllowedValue>({ size: whole(0) }),
  form: byName<AllowedValue>({ method: words('get post dialog') }),
  meter: byName<AllowedValue>(gauge),
  progress: byName<AllowedValue>(gauge),
  track: byName<AllowedValue>({ kind: words('subtitles captions descriptions chapters metadata') }),
  area: byName<AllowedValue>({ shape: words('circle default poly rect') }),
})

/** What an attribute of an element may be; undefined where anything may. */
export const allowedValue = (element: string, attribute: string): AllowedValue | undefined =>
  OF_ELEMENT[element]?.[attribute] ?? ON_ANY[attribute]

/** HTML Standard, “Boolean attributes”: there or not there, whatever they are said to be. */
export const BOOLEAN: ReadonlySet<string> = new Set(
  (
    'allowfullscreen async autofocus autoplay checked controls default defer disabled formnovalidate inert ismap itemscope ' +
    'loop multiple muted nomodule novalidate open playsinline readonly required reversed selected'
  ).split(' '),
)
