import { useFieldSay } from '../field-say.ts'
import type { LinkTarget } from '../../../core/links/targets.ts'

interface Props {
  id: string
  found: readonly LinkTarget[]
  chosen: number
  onPick: (target: LinkTarget) => void
}

export const optionId = (list: string, at: number): string => `${list}-${at}`

/** What of the course has a title like the one that is typed. */
export function TargetList({ id, found, chosen, onPick }: Props) {
  const say = useFieldSay()
  return (
    <ul className="link-targets" id={id} role="listbox" aria-label={say('field.inCourse')}>
      {found.map((target, at) => (
        <li
          key={target.href}
          id={optionId(id, at)}
          role="option"
          aria-selected={at === chosen}
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onPick(target)}
        >
          <bdi>{target.title}</bdi>
          <small>
            <bdi>{target.where}</bdi>
          </small>
        </li>
      ))}
    </ul>
  )
}
