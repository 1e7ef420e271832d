import { type ReactNode, useEffect, useState } from 'react'
import {
  Bar,
  BarChart,
  CartesianGrid,
  LabelList,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'

const ROW = 26
const NAMES = 210
const short = (name: string): string => (name.length > 30 ? `${name.slice(0, 29)}…` : name)

/** Charts need to know how wide they are: they are drawn in the browser, the table beneath says the same. */
function useBrowser(): boolean {
  const [is, set] = useState(false)
  useEffect(() => set(true), [])
  return is
}

const axis = { tick: { fill: 'var(--soft-ink)', fontSize: 12.5 }, stroke: 'var(--strong-line)' }

/** A number on its bar; of a bar that is too short for it the table tells. */
const onBar = (fill: string) => ({
  fill,
  fontSize: 12.5,
  formatter: (value: unknown) => (Number(value) > 0 ? String(value) : ''),
})

/** Horizontal bars, a row each; the table beneath says the same to whoever can't see them. */
function Bars({
  data,
  axisOf,
  children,
}: {
  data: readonly object[]
  axisOf: { allowDecimals?: boolean; domain?: [number, number]; unit?: string }
  children: ReactNode
}) {
  const height = data.length * ROW + 40
  if (!useBrowser()) return <div style={{ height }} />
  return (
    <div aria-hidden className="readers-chart">
      <ResponsiveContainer width="100%" height={height}>
        <BarChart
          data={[...data]}
          layout="vertical"
          accessibilityLayer={false}
          margin={{ top: 4, right: 24, bottom: 4, left: 4 }}
        >
          <CartesianGrid horizontal={false} stroke="var(--line)" />
          <XAxis type="number" {...axisOf} {...axis} />
          <YAxis type="category" dataKey="name" width={NAMES} tickFormatter={short} interval={0} {...axis} />
          <Tooltip
            cursor={{ fill: 'var(--ground)' }}
            contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--edge)', color: 'var(--ink)' }}
          />
          {children}
        </BarChart>
      </ResponsiveContainer>
    </div>
  )
}

/** How many students have done each item. */
export function DoneChart({ data }: { data: readonly { name: string; done: number; open: number }[] }) {
  return (
    <Bars data={data} axisOf={{ allowDecimals: false }}>
      <Bar dataKey="done" name="done" stackId="a" fill="var(--slate)" isAnimationActive={false}>
        <LabelList dataKey="done" position="insideLeft" {...onBar('var(--slate-ink)')} />
      </Bar>
      <Bar dataKey="open" name="to do" stackId="a" fill="var(--slate-tint)" isAnimationActive={false} />
    </Bars>
  )
}

/** How easy each question is, in percent; below the line hardly anybody can do it. */
export function FacilityChart({ data }: { data: readonly { name: string; right: number }[] }) {
  return (
    <Bars data={data} axisOf={{ domain: [0, 100], unit: ' %' }}>
      <ReferenceLine x={30} stroke="var(--brick)" strokeDasharray="3 3" />
      <Bar dataKey="right" name="facility, %" fill="var(--lichen)" isAnimationActive={false}>
        <LabelList dataKey="right" position="insideLeft" {...onBar('var(--lichen-ink)')} />
      </Bar>
    </Bars>
  )
}
