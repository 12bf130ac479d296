import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'

/** What the page has to say while a field has the focus, and where the whole of it stands on the page. */
export interface BarLine {
  readonly text: string
  readonly shownAs: string
}

// who says it isn't drawn anew by what it said
const Line = createContext<BarLine | undefined>(undefined)
const Say = createContext<(line: BarLine | undefined) => void>(() => undefined)

export function BarLineProvider({ children }: { children: ReactNode }) {
  const [line, say] = useState<BarLine>()
  return (
    <Say.Provider value={say}>
      <Line.Provider value={line}>{children}</Line.Provider>
    </Say.Provider>
  )
}

export const useLine = (): BarLine | undefined => useContext(Line)

/** Keeps a line in sight over the keyboard of a phone, for as long as the screen is shown; a tap brings the whole of it into view. */
export function useBarLine(text: string | undefined, shownAs: string): void {
  const say = useContext(Say)
  const line = useMemo(() => (text === undefined ? undefined : { text, shownAs }), [text, shownAs])
  useEffect(() => {
    say(line)
    return () => say(undefined)
  }, [line, say])
}

/** Out of the field, and to what the line is short for. */
export function goToShown({ shownAs }: BarLine): void {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  document.querySelector(`[data-testid="${shownAs}"]`)?.scrollIntoView({ block: 'start' })
}
