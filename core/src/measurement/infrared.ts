import type { Instrument } from './instrument'

/** An infrared thermometer that nobody entered in the kit: good for ±2 °F on what is black, before what copper adds. */
export const anyInfrared: Instrument = {
  id: '513e47c6-2e0e-411b-853c-23b16371c489',
  name: 'Infrared, pointed at the pipe',
  kind: 'infrared',
  accuracies: [{ dimension: 'temperature', absolute: { value: 2, unit: '°F' }, stated: 'rectangular' }],
}
