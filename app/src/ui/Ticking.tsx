import type { ComponentProps } from 'react'
import { clockNow, subscribeClock } from '@/settings/useNow'
import { Figure } from './Words'
import { Written } from './Written'

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

const Clocked = ({ text }: { text: (nowMs: number) => string }) => (
  <Written read={() => text(clockNow())} subscribe={subscribeClock} />
)
