import type { ComponentProps } from 'react'
import { useClock } from '@/settings/useNow'
import { Figure } from './Words'

/** A figure that follows the clock, alone: what stands around it isn't drawn anew. */
export function Ticking({
  text,
  ...look
}: { text: (nowMs: number) => string } & Omit<ComponentProps<typeof Figure>, 'children'>) {
  return (
    <Figure {...look}>
      <Clocked text={text} />
    </Figure>
  )
}

function Clocked({ text }: { text: (nowMs: number) => string }) {
  return useClock(text)
}
