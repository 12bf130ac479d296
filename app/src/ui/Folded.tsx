import { useState, type ReactNode } from 'react'
import { useMedia } from 'tamagui'
import { Disclosure } from './Disclosure'

/** what was opened or shut stays so on other pages, until the app is loaded anew */
const chosen = new Map<string, boolean>()

/** On a phone one line that opens; at a desk, where there is room, what is in it. */
export function Folded({
  name,
  title,
  summary,
  children,
  starts = false,
  must = false,
}: {
  name: string
  title: string
  summary: string
  children: ReactNode
  /** open where nobody chose otherwise */
  starts?: boolean
  /** something in it wants to be seen */
  must?: boolean
}) {
  const { wide } = useMedia()
  const [open, setOpen] = useState(chosen.get(name) ?? starts)
  const toggle = () => {
    chosen.set(name, !open)
    setOpen(!open)
  }
  if (wide || must) return children
  return (
    <Disclosure title={title} summary={summary} open={open} onToggle={toggle} testID={`fold-${name}`}>
      {children}
    </Disclosure>
  )
}
