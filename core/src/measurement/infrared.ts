import type { Instrument } from './instrument'

/** An infrared thermometer that nobody entered in the kit: good for ±2 °F on what is black, before what copper adds. */
export const anyInfrared: Instrument = {
  id: 'infrared',
  name: 'Infrared, pointed at the pipe',
  kind: 'infrared',
  accuracies: [{ dimension: 'temperature', absolute: { value: 2, unit: '°F' }, stated: 'rectangular' }],
}
