import { showTyped, type VacuumEntry } from '@zetesis/core'
import { causeWords } from '../decay'
import { verdictWords } from '../reading'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const vacuumLines: EntryWords<VacuumEntry> = {
  vacuumReady(entry) {
    const { method, coresOut, hose, gaugeFar, oilChanged, blankOff } = entry
    return [
      method === 'triple' ? 'Triple evacuation' : 'Single deep vacuum',
      coresOut ? 'cores out' : 'cores in',
      hose && `hose ${showTyped(hose)}`,
      gaugeFar ? 'gauge far from the pump' : 'gauge at the pump',
      oilChanged ? 'oil changed' : 'oil not changed',
      blankOff && `blanked off ${showTyped(blankOff)}`,
    ]
      .filter(Boolean)
      .join(' · ')
  },
  pumpOn: () => 'Pump on',
  valvedOff: () => 'Valved off',
  micron: (entry) => `Vacuum ${showTyped(entry.reading)}`,
  nitrogenBreak: (entry) => `Broken with nitrogen to ${showTyped(entry.to)}`,
  decayJudged: (entry) => `Decay judged: ${verdictWords[entry.result.verdict]}, ${causeWords[entry.result.cause]}`,
}
