import { graph } from '../kinds/graph/kind.ts'

/** Numbers from the first to the last: what an axis shows. */
export type Range = readonly [from: number, to: number]

/** A graph as its author typed it: functions, points and areas a line each. */
export interface GraphSettings {
  readonly functions: string
  readonly points: string
  readonly areas: string
  readonly x: Range
  /** Null for as much as the functions need. */
  readonly y: Range | null
  readonly xName: string
  readonly yName: string
  readonly hasGrid: boolean
  readonly hasValues: boolean
  /** What is told instead of what is found out about the functions; empty for the latter. */
  readonly alt: string
}

/** The settings of a graph from the attributes of its node. */
export function settingsFrom(attrs: Readonly<Record<string, unknown>>): GraphSettings {
  const { functions, points, areas, xFrom, xTo, yFrom, yTo, xName, yName, hasGrid, hasValues, alt } =
    graph.attributes.parse(attrs)
  return {
    functions,
    points,
    areas,
    x: [xFrom, xTo],
    y: yFrom === null || yTo === null ? null : [yFrom, yTo],
    xName,
    yName,
    hasGrid,
    hasValues,
    alt,
  }
}
