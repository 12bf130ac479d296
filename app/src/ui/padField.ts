import { useLargeText } from './useLargeText'
import type { Dimension } from '@zetesis/core'
import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { useMedia } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { padPress } from './padKeys'
import { useStable } from './useStable'

/** A field that numbers are typed into, as the pad needs to know it. */
export interface PadField {
  readonly id: string
  readonly label: string
  readonly dimension: Dimension
  readonly unit: string
  readonly nextUnit: () => void
  /** takes the value of a moment ago as read now */
  readonly same: (() => void) | undefined
}

/** lower than this a page has no room for keys of its own */
const LEAST_HEIGHT = 560

const fields = new Map<string, PadField>()
const listeners = new Set<() => void>()
const tellAll = () => listeners.forEach((tell) => tell())
/** pages that draw a pad */
let hosts = 0

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  if (listeners.size === 1) document.addEventListener('focusin', tellAll)
  return () => {
    listeners.delete(tell)
    if (listeners.size === 0) document.removeEventListener('focusin', tellAll)
  }
}
const resized = (tell: () => void) => {
  window.addEventListener('resize', tell)
  const leave = subscribe(tell)
  return () => {
    window.removeEventListener('resize', tell)
    leave()
  }
}

/** Whether numbers are typed on the page's own pad here: on a phone with room for it, where nobody chose the phone's keyboard. */
export function usePadOn(): boolean {
  const { pad } = useSettings()
  const { wide } = useMedia()
  const hasRoom = useSyncExternalStore(resized, () => hosts > 0 && window.innerHeight >= LEAST_HEIGHT)
  const large = useLargeText()
  return hasRoom && !wide && !large && pad === 'own'
}

/** Where this is drawn there is a pad, for as long as it is. */
export function usePadHost(): void {
  useEffect(() => {
    hosts += 1
    tellAll()
    return () => {
      hosts -= 1
      tellAll()
    }
  }, [])
}

let last: PadField | undefined
/** The field that has the focus; the last one while a tap goes to a button. */
function current(): PadField | undefined {
  const id = document.activeElement?.id
  const here = id === undefined ? undefined : fields.get(id)
  if (here) last = here
  else if (document.activeElement?.matches('input, textarea')) last = undefined
  else if (last) last = fields.get(last.id)
  return last
}
export const usePadField = (): PadField | undefined => useSyncExternalStore(subscribe, current)

/** A field says what the pad needs to know of it. */
export function useOnPad({ id, label, dimension, unit, nextUnit, same }: PadField): void {
  const toNextUnit = useStable(nextUnit)
  const takeSame = useStable(() => same?.())
  const hasSame = same !== undefined
  const field = useMemo(
    () => ({ id, label, dimension, unit, nextUnit: toNextUnit, same: hasSame ? takeSame : undefined }),
    [id, label, dimension, unit, hasSame, toNextUnit, takeSame],
  )
  useEffect(() => {
    fields.set(id, field)
    if (document.activeElement?.id === id) tellAll()
    return () => void fields.delete(id)
  }, [id, field])
}

/** A key of the pad goes into its field as a key of a keyboard does. */
export function pressInto(id: string, key: string): void {
  const input = document.getElementById(id)
  if (!(input instanceof HTMLInputElement)) return
  input.focus()
  const { value, selectionStart, selectionEnd } = input
  const { text, start, end } = padPress(
    { text: value, start: selectionStart ?? value.length, end: selectionEnd ?? value.length },
    key,
  )
  // so that the form hears of it, as of any input
  input.setRangeText(text, 0, value.length, 'end')
  input.setSelectionRange(start, end)
  input.dispatchEvent(new InputEvent('input', { bubbles: true, inputType: 'insertText', data: key }))
  // drawn anew by the form the caret stays where it was put
  requestAnimationFrame(() => document.activeElement === input && input.setSelectionRange(start, end))
}
