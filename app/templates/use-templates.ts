import { useEffect, useState } from 'react'
import { TYPES_OF_BLANKS } from '../../core/templates/blank-types.ts'
import { problemsOf } from '../../core/templates/declared.ts'
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

/** What a template holds: asked when it is looked at, and then known. */
function useLookedAt(
  courseId: string,
  id: string | undefined,
  setProblem: (problem: string) => void,
): ShownTemplate | undefined {
  const [looked, setLooked] = useState<Readonly<Record<string, ShownTemplate>>>({})
  const lookedAt = id === undefined ? undefined : looked[id]
  useEffect(() => {
    if (id === undefined || lookedAt) return
    void getJson(`${templatesAddress(courseId)}?shown=${id}`, shownTemplate).then((asked) =>
      asked.ok ? setLooked((all) => ({ ...all, [id]: asked.value })) : setProblem(asked.reason),
    )
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked once for each template
  }, [id])
  return lookedAt
}

/** The templates a page of a course can be made from, one of them chosen and looked at, its blanks being filled. */
export function useTemplates(courseId: string, afterId: string | null) {
  const [all, setAll] = useState<readonly Offered[] | null>(null)
  const [typed, setTyped] = useState('')
  const [chosenId, setChosen] = useState<string | null>(null)
  const [title, setTitle] = useState<string | null>(null)
  const [values, setValues] = useState<Readonly<Record<string, string>>>({})
  const [isWanted, setWanted] = useState(false)
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
  const lookedAt = useLookedAt(courseId, chosen?.id, setProblem)
  return {
    ...{ all, typed, setTyped, shown, chosen, lookedAt, values, setValues, gone, isAsking, problem, setTitle },
    isWanted,
    title: title ?? chosen?.name ?? '',
    /** How many blanks in the text nothing has been written for. */
    open:
      lookedAt?.blanks.filter(({ name, type }) => TYPES_OF_BLANKS[type].isText && !values[name]?.trim()).length ?? 0,
    choose: (id: string): void => {
      setChosen(id)
      setTitle(null)
      setValues({})
      setWanted(false)
      setProblem('')
    },
    make: async (of: Offered) => {
      setWanted(true)
      const [wrong] = problemsOf(lookedAt?.blanks ?? [], new Map(Object.entries(values)))
      if (!wrong)
        return ask(() =>
          askTemplates(courseId, { intent: 'use', templateId: of.id, afterId, title: title ?? of.name, values }),
        )
      setProblem(`${wrong[0]}: ${wrong[1]}`)
      return null
    },
    take: async (template: Offered, intent: 'delete' | 'restore'): Promise<void> => {
      if (await ask(() => askTemplates(courseId, { intent, id: template.id })))
        setGone(intent === 'delete' ? template : null)
    },
  }
}

export type TemplatesInHand = ReturnType<typeof useTemplates>
