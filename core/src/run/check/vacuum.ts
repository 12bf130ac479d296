import type { VacuumEntry } from '../../entry/vacuum'
import { nothing, type Checks } from './asked'
import { positive } from './problem'

export const vacuumChecks: Checks<VacuumEntry['kind']> = {
  vacuumReady: ({ blankOff }) => (blankOff ? positive('vacuum', blankOff, 'blankOff') : []),
  pumpOn: nothing,
  valvedOff: nothing,
  micron: ({ reading }) => positive('vacuum', reading, 'reading'),
  nitrogenBreak: ({ to }) => positive('gaugePressure', to, 'to'),
  decayJudged: ({ valvedOff }, { record }) =>
    record.items.valvedOff.some((v) => v.entry.id === valvedOff) ? [] : [{ code: 'notHolding', path: '' }],
}
