import { useEffect, useState } from 'react'
import { getJson } from '../shell/ask-json.ts'
import { useAsking } from '../shell/use-asking.ts'
import { askTemplates, templatesAddress } from './ask-templates.ts'
import { type Offered, offered, type ShownTemplate, shownTemplate } from './template-requests.ts'

/** The templates that have all of these words, in name or description. */
export function withWords(all: readonly Offered[], typed: string): readonly Offered[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  return all.filter(({ name, description }) =>
    words.every((word) => `${name} ${description}`.toLowerCase().includes(word)),
  )
}

/** The templates a page of a course can be made from, one of them chosen and looked at, its blanks being filled. */
export function useTemplates(courseId: string, afterId: string | null) {
  const [all, setAll] = useState<readonly Offered[] | null>(null)
  const [typed, setTyped] = useState('')
  const [chosenId, setChosen] = useState<string | null>(null)
  const [title, setTitle] = useState<string | null>(null)
  const [values, setValues] = useState<Readonly<Record<string, string>>>({})
  const [gone, setGone] = useState<Offered | null>(null)
  const { isAsking, problem, setProblem, ask } = useAsking()
  useEffect(
    () =>
      void getJson(templatesAddress(courseId), offered.array()).then((asked) =>
        asked.ok ? setAll(asked.value) : setProblem(asked.reason),
      ),
    [courseId, setProblem],
  )
  const shown = withWords(all ?? [], typed).filter(({ id }) => id !== gone?.id)
  const chosen = shown.find(({ id }) => id === chosenId) ?? shown[0]
  // What each holds is asked when it is looked at, and then known.
  const [looked, setLooked] = useState<Readonly<Record<string, ShownTemplate>>>({})
  const lookedAt = chosen && looked[chosen.id]
  useEffect(() => {
    if (!chosen || lookedAt) return
    void getJson(`${templatesAddress(courseId)}?shown=${chosen.id}`, shownTemplate).then((asked) =>
      asked.ok ? setLooked((all) => ({ ...all, [chosen.id]: asked.value })) : setProblem(asked.reason),
    )
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked once for each template
  }, [chosen?.id])
  return {
    ...{ all, typed, setTyped, shown, chosen, lookedAt, values, setValues, gone, isAsking, problem, setTitle },
    title: title ?? chosen?.name ?? '',
    /** How many blanks nothing has been written for. */
    open: lookedAt?.blanks.filter(({ name }) => !values[name]?.trim()).length ?? 0,
    choose: (id: string): void => {
      setChosen(id)
      setTitle(null)
      setValues({})
      setProblem('')
    },
    make: async (of: Offered) =>
      ask(() => askTemplates(courseId, { intent: 'use', templateId: of.id, afterId, title: title ?? of.name, values })),
    take: async (template: Offered, intent: 'delete' | 'restore'): Promise<void> => {
      if (await ask(() => askTemplates(courseId, { intent, id: template.id })))
        setGone(intent === 'delete' ? template : null)
    },
  }
}

export type TemplatesInHand = ReturnType<typeof useTemplates>
