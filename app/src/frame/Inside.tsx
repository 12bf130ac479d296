import { chosenProfile } from '@zetesis/core'
import { Slot } from 'expo-router'
import { useEffect } from 'react'
import { rigRunner } from '@/instruments/rigRunner'
import { followUnits } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { useNews } from '@/sync/useNews'
import { BarActionProvider } from './barAction'
import { fetchPagesWhileIdle } from './lazyPage'

/** Signed in: the book is at hand from here on, and its method gives the units of measure. */
export function Inside() {
  const { book } = useBook()
  const { units } = chosenProfile(book).choices
  useNews()
  useEffect(() => followUnits(units), [units])
  useEffect(() => void rigRunner.resume(), [])
  useEffect(fetchPagesWhileIdle, [])
  return (
    <BarActionProvider>
      <Slot />
    </BarActionProvider>
  )
}
