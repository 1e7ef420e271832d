import type { Severity } from '../../core/proof/rule.ts'

export const SEVERITIES: Record<Severity, string> = {
  blocks: 'Blocks someone',
  right: 'Get this right',
  look: 'Worth a look',
}

/** A filled wedge, a target, a dot: how much a finding matters, by its shape. */
export function SeverityMark({ severity, isNamed = false }: { severity: Severity; isNamed?: boolean }) {
  const shape = {
    blocks: <path d="M8 2 14.5 14h-13Z" fill="var(--brick)" />,
    right: (
      <>
        <circle cx="8" cy="8" r="5.6" fill="none" stroke="var(--ochre)" strokeWidth="2" />
        <circle cx="8" cy="8" r="2.1" fill="var(--ochre)" />
      </>
    ),
    look: <circle cx="8" cy="8" r="3.4" fill="var(--slate)" />,
  }[severity]
  return (
    <svg
      viewBox="0 0 16 16"
      width="15"
      height="15"
      className="severity"
      {...(isNamed ? { role: 'img', 'aria-label': SEVERITIES[severity] } : { 'aria-hidden': true })}
    >
      {shape}
    </svg>
  )
}
