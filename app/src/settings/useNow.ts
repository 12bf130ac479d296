import { useEffect, useState } from 'react'
import { clock } from '@/sync/clock'

/** The clock, ticking; a page that was hidden catches up at once when it is shown. */
export function useNow(everyMs = 1000): number {
  const [now, setNow] = useState(clock.now)
  useEffect(() => {
    const tick = () => setNow(clock.now())
    const timer = setInterval(tick, everyMs)
    document.addEventListener('visibilitychange', tick)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', tick)
    }
  }, [everyMs])
  return now
}
