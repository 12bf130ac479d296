import { useLayoutEffect, useRef, useState } from 'react'

/**
 * Words that change by the second, written straight into their own element: nothing is drawn anew for them. What was drawn first is all that React knows of
 * it, and it never draws it again.
 *
 * @param read the words as they are now
 * @param subscribe tells that they may have changed
 */
export function Written({ read, subscribe }: { read: () => string; subscribe: (changed: () => void) => () => void }) {
  const element = useRef<HTMLSpanElement>(null)
  const [first] = useState(read)
  const write = () => {
    const words = read()
    const text = element.current?.firstChild
    // the text of a node that stays is cheaper to lay out than another node
    if (text && text.nodeValue !== words) text.nodeValue = words
    else if (!text && element.current) element.current.textContent = words
  }
  const latest = useRef(write)
  useLayoutEffect(() => {
    latest.current = write
    write()
  })
  useLayoutEffect(() => subscribe(() => latest.current()), [subscribe])
  return <span ref={element}>{first}</span>
}
