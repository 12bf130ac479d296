import { memo, useEffect, useRef, useState, type ReactNode } from 'react'
import { YStack } from 'tamagui'

/** looked at again a little before it comes into view */
const MARGIN = '200px'

/**
 * What is drawn anew every second is drawn only while somebody can see it: out of view the last drawing stays, and the phone has its time for
 * what she looks at.
 */
export function WhenSeen({ children }: { children: ReactNode }) {
  const place = useRef<HTMLElement>(null)
  const [seen, setSeen] = useState(true)
  useEffect(() => {
    if (!place.current || typeof IntersectionObserver === 'undefined') return undefined
    // a busy phone tells of several changes at once: the last one counts
    const watch = new IntersectionObserver((changes) => setSeen(changes.at(-1)?.isIntersecting ?? true), {
      rootMargin: MARGIN,
    })
    watch.observe(place.current)
    return () => watch.disconnect()
  }, [])
  return (
    <YStack ref={place as never} className="when-seen">
      <Drawing seen={seen}>{children}</Drawing>
    </YStack>
  )
}

const Drawing = memo(
  function Drawing({ children }: { children: ReactNode; seen: boolean }) {
    return children
  },
  (_, next) => !next.seen,
)
