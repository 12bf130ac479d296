import { showTyped, type HeatPumpEntry } from '@zetesis/core'
import { auxiliaryWords, modeWords, portWords, wayToChangeWords } from '../heatPump'
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
