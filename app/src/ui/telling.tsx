import { useLayoutEffect, useMemo, useState, type ComponentType, type ReactNode } from 'react'
import { createStore, type StoreApi } from 'zustand'
import { drawn } from './drawn'
import { Written } from './Written'

type Cell = StoreApi<{ readonly words: string }>

const Told = ({ cell }: { cell: Cell }) => <Written read={() => cell.getState().words} subscribe={cell.subscribe} />

/** Words that change by the second: the same element for life, of which only the text is written anew. */
export function useTold(words: string): ReactNode {
  const [cell] = useState<Cell>(() => createStore(() => ({ words })))
  useLayoutEffect(() => cell.setState({ words }), [cell, words])
  return useMemo(() => <Told cell={cell} />, [cell])
}

type Spoken<P, K extends keyof P> = Omit<P, K> & {
  readonly [N in K]: undefined extends P[N] ? string | undefined : string
}

/**
 * A component some of whose words change by the second. They are written in place; the rest is drawn only when it says something else.
 * @param changing the props that hold those words; the component gets them as elements
 */
export function telling<P extends object, K extends keyof P>(
  component: ComponentType<P>,
  ...changing: readonly K[]
): ComponentType<Spoken<P, K>> {
  const Still = drawn(component) as ComponentType<P>
  return function Telling(props: Spoken<P, K>) {
    const told: Partial<Record<K, ReactNode>> = {}
    for (const name of changing) {
      const words = props[name] as string | undefined
      // the list never changes, so neither does the order of hooks
      // oxlint-disable-next-line react/rules-of-hooks
      const cell = useTold(words ?? '')
      told[name] = words === undefined ? undefined : cell
    }
    return <Still {...(props as unknown as P)} {...told} />
  }
}
