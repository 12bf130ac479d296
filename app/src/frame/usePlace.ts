import { useRouter } from 'expo-router'
import { useEffect } from 'react'

/** where somebody was when their session ended, on this page of the browser */
let left: { userId: string; href: string } | undefined

/** Whoever signs in again after their session ended goes on where they were; somebody else begins at the front. */
export function usePlace(userId: string | undefined): void {
  const router = useRouter()
  useEffect(() => {
    if (userId === undefined) return
    if (left?.userId === userId) router.replace(left.href as never)
    left = undefined
    return () => {
      // the address is still the page's own: the router puts it back once nothing of it is drawn
      left = { userId, href: window.location.pathname + window.location.search }
    }
  }, [userId, router])
}
