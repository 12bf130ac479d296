import { formatNumber, type ChainCheck } from '@zetesis/core'
import type { TraceState } from '../api'

/** A sentence for a recording that isn't all there, or isn't what the log says; undefined where there is nothing to say. */
export function traceStateWords({ samples, ended, state }: TraceState): string | undefined {
  const count = (n: number) => formatNumber(n, 0)
  switch (state) {
    case 'missing':
      return `A recording isn’t all here: ${count(samples)} of ${count(ended ?? 0)} samples have arrived. What is drawn from it is not complete.`
    case 'altered':
      return `A recording isn’t the one that the log ended: ${count(samples)} samples are here, ${count(ended ?? 0)} were logged, and they don’t match. Nothing is drawn from it.`
    case 'running':
    case 'whole':
      return undefined
  }
}

/** Whether a log is what was once appended, in words. */
export function chainWords(check: ChainCheck): string {
  if (check.ok) return `Unbroken and unaltered: ${formatNumber(check.length, 0)} entries, each tied to the one before.`
  switch (check.reason) {
    case 'idCase':
      return `From entry ${check.seq} on this log was hashed with the unit’s id in capitals, by a fault that has been mended since. Nothing in it was altered.`
    case 'altered':
      return `Entry ${check.seq} isn’t what was once appended: its content doesn’t match its hash.`
    case 'brokenLink':
      return `Entry ${check.seq} doesn’t follow the one before it: something was taken out or put in.`
    case 'seqGap':
      return `An entry is missing before number ${check.seq}.`
  }
}
