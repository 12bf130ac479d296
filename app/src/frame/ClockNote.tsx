import { useSyncExternalStore } from 'react'
import { clock } from '@/sync/clock'
import { Banner } from '@/ui/Banner'

const spoken = (ms: number) => {
  const minutes = Math.round(Math.abs(ms) / 60_000)
  return minutes < 120 ? `${minutes} min` : `${Math.round(minutes / 60)} h`
}

/** The phone's clock is clearly wrong: said, since the waits on its own face wouldn't fit those here. */
export function ClockNote() {
  const offMs = useSyncExternalStore(clock.subscribe, clock.offMs)
  if (offMs === 0) return null
  return (
    <Banner metal="tooClose" word="Clock" testID="clock-off">
      {`This device’s clock is ${spoken(offMs)} ${offMs > 0 ? 'fast' : 'slow'}. Entries go by the server’s time; set the clock right.`}
    </Banner>
  )
}
