import { createContext, useContext, useEffect, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react'

interface BarAction {
  readonly label: string
  readonly disabled?: boolean
}

interface BarActions {
  readonly action: BarAction | undefined
  readonly set: (action: BarAction | undefined) => void
  readonly run: () => void
  readonly handler: { current: () => void }
}

const Context = createContext<BarActions | undefined>(undefined)

export function BarActionProvider({ children }: { children: ReactNode }) {
  const [action, set] = useState<BarAction>()
  const handler = useRef<() => void>(() => undefined)
  const value = useMemo(() => ({ action, set, handler, run: () => handler.current() }), [action])
  return <Context.Provider value={value}>{children}</Context.Provider>
}

export function useBar(): BarActions {
  const value = useContext(Context)
  if (!value) throw new Error('outside of BarActionProvider')
  return value
}

/** Puts a screen's main act under the thumb, in the wait bar, for as long as the screen is shown. */
export function useBarAction(label: string | undefined, onPress: () => void, disabled = false): void {
  const { set, handler } = useBar()
  // with the page as it is drawn, never one keystroke behind it
  useLayoutEffect(() => {
    handler.current = onPress
  })
  useEffect(() => {
    set(label === undefined ? undefined : { label, disabled })
    return () => set(undefined)
  }, [label, disabled, set])
}
