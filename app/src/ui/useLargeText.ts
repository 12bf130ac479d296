import { useSyncExternalStore } from 'react'

/** px of a rem from which on text counts as large: half again the usual 16 */
const LARGE = 24

const watched = (tell: () => void) => {
  const observer = new MutationObserver(tell)
  observer.observe(document.documentElement, { attributes: true, attributeFilter: ['style', 'class'] })
  window.addEventListener('resize', tell)
  return () => {
    observer.disconnect()
    window.removeEventListener('resize', tell)
  }
}
const isLarge = () => parseFloat(getComputedStyle(document.documentElement).fontSize) >= LARGE

/** Whether somebody reads in large type: then what stands over the page gives way to the page. */
export const useLargeText = (): boolean => useSyncExternalStore(watched, isLarge, () => false)
