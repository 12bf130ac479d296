import type { Quantity } from '@zetesis/core'
import { demoInstruments } from './library'
import { degF, type story } from './story'

/** A nitrogen test as a careful crew does it: two steps, listened to, and a hold overnight on a fine gauge that the morning cooled. */
export function nitrogenTest(
  { tell, now }: Pick<ReturnType<typeof story>, 'tell' | 'now'>,
  ago: number,
  { plate = 450, loses = 0, holdMin = 16 * 60 }: { plate?: number; loses?: number; holdMin?: number } = {},
): void {
  const psig = (value: number): Quantity<'gaugePressure'> => ({ value: Math.round(value * 10) / 10, unit: 'psig' })
  const named = (name: string) => demoInstruments(now).find((i) => i.name === name)!
  const instruments = { gauge: named('Test gauge, digital'), ambient: named('Air probes') }
  const [warm, cool] = [78, 73]
  const ends = ((plate + 14.5) * (cool + 459.67)) / (warm + 459.67) - 14.5 - loses
  tell(ago + holdMin + 14, { kind: 'facts', facts: { testPressure: psig(plate) } })
  tell(ago + holdMin + 12, { kind: 'testRaised', gas: 'nitrogen', gauge: psig(50), heard: 'quiet' })
  tell(ago + holdMin + 6, { kind: 'testRaised', gas: 'nitrogen', gauge: psig(plate / 2), heard: 'quiet' })
  tell(ago + holdMin + 2, { kind: 'testRaised', gas: 'nitrogen', gauge: psig(plate), heard: 'quiet' })
  tell(ago + holdMin, { kind: 'testHeld', gauge: psig(plate), ambient: degF(warm), instruments })
  tell(ago, { kind: 'testRead', gauge: psig(ends), ambient: degF(cool) })
}
