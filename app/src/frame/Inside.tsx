import { chosenProfile } from '@zetesis/core'
import { Slot } from 'expo-router'
import { useEffect } from 'react'
import { rigRunner } from '@/instruments/rigRunner'
import { followUnits } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { useIsLocked } from '@/sync/useLock'
import { useNews } from '@/sync/useNews'
import { useSession } from '@/sync/useSession'
import { BarActionProvider } from './barAction'
import { BarLineProvider } from './barLine'
import { fetchPagesWhileIdle } from './lazyPage'
import { usePlace } from './usePlace'

/** Signed in. */
export function Inside() {
  const locked = useIsLocked()
  usePlace(useSession().user?.id)
  useEffect(fetchPagesWhileIdle, [])
  return (
    <BarActionProvider>
      <BarLineProvider>
        {locked ? null : <Following />}
        <Slot />
      </BarLineProvider>
    </BarActionProvider>
  )
}

/** The book is at hand from here on, and its method gives the units of measure; what is new is heard. */
function Following() {
  const { book } = useBook()
  const { units } = chosenProfile(book).choices
  useNews()
  useEffect(() => followUnits(units), [units])
  useEffect(() => void rigRunner.resume(), [])
  return null
}
