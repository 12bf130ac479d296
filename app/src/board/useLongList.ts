import { useVirtualizer } from '@tanstack/react-virtual'
import { useLayoutEffect, useRef, useState } from 'react'

/** fewer are drawn whole: nothing to gain, and a search in the page finds them all */
const FEW = 60
const OVERSCAN = 8

export interface LongList {
  /** for the element that holds the lines */
  readonly place: React.RefObject<HTMLElement | null>
  /** places of the lines that are drawn */
  readonly shown: readonly number[]
  /** room above and below them, px */
  readonly above: number
  readonly below: number
  /** for the element of each line, so that its height is known once it was drawn; none where the list is short */
  readonly measure: ((index: number) => (line: HTMLElement | null) => void) | undefined
}

/** Which lines of a long list are near what is seen of the page; the others are room. All of them where they are few. */
export function useLongList(count: number, usualHeight: number): LongList {
  const place = useRef<HTMLElement>(null)
  const [scrollMargin, setMargin] = useState(0)
  const long = count > FEW
  const virtual = useVirtualizer({
    count: long ? count : 0,
    getScrollElement: () => pageAround(place.current),
    estimateSize: () => usualHeight,
    overscan: OVERSCAN,
    scrollMargin,
  })
  // what stands above the list moves it
  useLayoutEffect(() => {
    const page = pageAround(place.current)
    const content = page?.firstElementChild
    if (!page || !content || !long) return undefined
    const look = () => {
      const top = place.current!.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop
      setMargin((before) => (Math.abs(top - before) > 1 ? top : before))
    }
    look()
    const watch = new ResizeObserver(look)
    watch.observe(content)
    return () => watch.disconnect()
  }, [long])
  if (!long)
    return { place, shown: Array.from({ length: count }, (_, index) => index), above: 0, below: 0, measure: undefined }
  const lines = virtual.getVirtualItems()
  const first = lines[0]
  const last = lines.at(-1)
  return {
    place,
    shown: lines.map((line) => line.index),
    above: first ? first.start - scrollMargin : 0,
    below: last ? virtual.getTotalSize() - (last.end - scrollMargin) : count * usualHeight,
    measure: (index) => (line) => {
      line?.setAttribute('data-index', String(index))
      virtual.measureElement(line)
    },
  }
}

/** The part of the page that scrolls around an element. */
const pageAround = (element: HTMLElement | null) => element?.closest<HTMLElement>('[data-testid="page"]') ?? null
