/** How long the end of a text must be in sight before it counts as read, in milliseconds. */
const LOOK = 2500

const post = (fields: Record<string, string>): Promise<Response> =>
  fetch(location.pathname, {
    method: 'POST',
    body: new URLSearchParams(fields),
    headers: { Accept: 'application/json' },
    keepalive: true,
  })

/** Marks a page as read once its end has been in sight for a while; what was taken back by hand stays so. */
export function markWhenRead(): void {
  const form = document.querySelector<HTMLFormElement>('.done-form')
  const button = form?.querySelector('button')
  if (!form || !button || button.disabled) return
  const words = JSON.parse(form.dataset.words ?? '{}') as Record<'isRead' | 'markRead' | 'done' | 'toDo', string>
  const taken = `unread ${location.pathname}`
  const show = (isDone: boolean): void => {
    form.dataset.done = isDone ? 'yes' : 'no'
    button.value = isDone ? 'undone' : 'done'
    button.querySelector('.tick')?.classList.toggle('is-done', isDone)
    button.lastChild!.textContent = isDone ? words.isRead : words.markRead
    const own = document.querySelector('.lesson li:has([aria-current="page"]) > .tick')
    own?.classList.toggle('is-done', isDone)
    const word = own?.querySelector('.unseen')
    if (word) word.textContent = isDone ? words.done : words.toDo
  }
  // The page stays, and the focus on the button; where nothing answers, the form is sent as without script.
  form.addEventListener('submit', (event) => {
    const isDone = button.value === 'done'
    if (isDone) sessionStorage.removeItem(taken)
    else sessionStorage.setItem(taken, 'yes')
    event.preventDefault()
    void post({ intent: button.value }).then(
      (response) => (response.ok ? show(isDone) : form.submit()),
      () => form.submit(),
    )
  })
  if (form.dataset.done === 'yes' || sessionStorage.getItem(taken)) return
  let timer: ReturnType<typeof setTimeout> | undefined
  const observer = new IntersectionObserver(([entry]) => {
    clearTimeout(timer)
    if (entry?.isIntersecting) timer = setTimeout(() => void done(), LOOK)
  })
  observer.observe(form)
  const done = async (): Promise<void> => {
    const { done: isDone } = (await post({ intent: 'done' }).then(
      (response) => response.json(),
      () => ({}),
    )) as { done?: boolean }
    if (!isDone) return
    observer.disconnect()
    show(true)
  }
}

/** In a chapter, keeps where the reader is, by the heading last passed, so that the book opens there again. */
export function keepPlace(): void {
  if (!document.querySelector('.page-content.is-chapter') || document.querySelector('.done-form button:disabled'))
    return
  let told: string | null = null
  const tell = (): void => {
    const headings = [...document.querySelectorAll<HTMLElement>('.page-content :is(h2, h3)[id]')]
    const heading =
      headings.findLast(
        (each) => each.getClientRects().length > 0 && each.getBoundingClientRect().top < window.innerHeight / 2,
      )?.id ?? ''
    if (heading === told) return
    told = heading
    void post({ intent: 'place', heading }).catch(() => undefined)
  }
  setTimeout(tell, 800)
  document.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && tell())
  document.addEventListener('scrollend', tell)
}
