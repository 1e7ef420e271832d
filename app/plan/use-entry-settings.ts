import { useState } from 'react'
import { useRevalidator } from 'react-router'
import type { ChangedSettings, EntrySettings } from '../../core/plan/settings.ts'
import { askPlan } from './ask-plan.ts'
import type { PlanRequest } from './plan-requests.ts'
import { useOrdered } from '../shell/use-ordered.ts'

export interface SettingsInHand {
  /** What was just set is shown at once; what the server refuses goes back to what it has. */
  readonly settings: EntrySettings
  readonly set: (change: ChangedSettings) => void
  /** Asks for something else of the plan; true when it was done. */
  readonly ask: (request: PlanRequest) => Promise<boolean>
  /** What was said to the last change; null before there was one. */
  readonly said: { readonly isProblem: boolean; readonly words: string } | null
}

/** The settings of one entry, each kept as soon as it is changed. */
export function useEntrySettings(courseId: string, id: string, kept: EntrySettings): SettingsInHand {
  const [mine, setMine] = useState<ChangedSettings>({})
  const [said, setSaid] = useState<SettingsInHand['said']>(null)
  const revalidator = useRevalidator()
  const send = useOrdered(askPlan)
  const ask = async (request: PlanRequest): Promise<boolean> => {
    const { ok, reason } = await send(courseId, request)
    setSaid({ isProblem: !ok, words: ok ? 'Saved.' : (reason ?? 'That did not work.') })
    if (ok) void revalidator.revalidate()
    return ok
  }
  const set = async (change: ChangedSettings): Promise<void> => {
    setMine((before) => ({ ...before, ...change }))
    if (await ask({ intent: 'settings', id, settings: change })) return
    setMine((before) => Object.fromEntries(Object.entries(before).filter(([name]) => !(name in change))))
  }
  return { settings: { ...kept, ...mine }, set: (change) => void set(change), ask, said }
}
