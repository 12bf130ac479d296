import { showTyped, type HeatPumpEntry } from '@zetesis/core'
import { auxiliaryWords, heaterWords, modeWords, portWords, wayToChangeWords } from '../heatPump'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const heatPumpLines: EntryWords<HeatPumpEntry> = {
  hosesOn: ({ mode, next, hoses }) =>
    hoses.length === 0
      ? 'All hoses off'
      : `Hoses on, in ${mode}${next && next !== mode ? `, ${next} comes next` : ''}: ${hoses
          .map(
            ({ port, side, upTo }) =>
              `${side === 'low' ? '▽ low' : '△ high'} at the ${portWords[port].toLowerCase()}${upTo ? `, gauge to ${showTyped(upTo)}` : ''}`,
          )
          .join(' · ')}`,
  reversingValveRead: ({ vapourLine, trueSuction }) =>
    `Reversing valve: ${showTyped(vapourLine)} before it, ${showTyped(trueSuction)} behind it, in suction`,
  defrostSeen: ({ how, lasted, coil, words }) =>
    [
      `Defrost ${how === 'byItself' ? 'by itself' : 'provoked'}`,
      lasted && `${showTyped(lasted)} long`,
      coil && `coil ${showTyped(coil)} at its end`,
      words,
    ]
      .filter(Boolean)
      .join(' · '),
  heatersNoted: ({ crankcase, sump }) => `Heaters: crankcase ${heaterWords[crankcase]}, sump ${heaterWords[sump]}`,
  modeChanged: ({ mode, how, seen, auxiliary, words, stage }) =>
    [
      `Changed over to ${modeWords[mode].toLowerCase()}, ${wayToChangeWords[how].toLowerCase()}`,
      seen ? 'seen' : 'not seen',
      auxiliary && `auxiliary heat: ${auxiliaryWords[auxiliary].toLowerCase()}`,
      stage && `stage ${stage}`,
      words,
    ]
      .filter(Boolean)
      .join(' · '),
}
