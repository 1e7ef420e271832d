import { readFileSync } from 'node:fs'

/** Resident memory of a process, in MB (proc_pid_status(5)); 0 when it is gone. */
export function memory(pid: number): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
  } catch {
    return 0
  }
}

/** The same with all processes that it started (proc_pid_task(5): `children`). */
export function memoryWithChildren(pid: number): number {
  try {
    const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean)
    return memory(pid) + children.reduce((sum, child) => sum + memoryWithChildren(Number(child)), 0)
  } catch {
    return 0
  }
}
