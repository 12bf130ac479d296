import { useSyncExternalStore } from 'react'

const typed = 'main input:not([type=checkbox]):not([type=radio]):not([type=file]), main textarea'
const isShown = (field: Element) => field.getClientRects().length > 0

/** Enter in a field goes to the next one down the page, and from the last out of typing, so that the keyboard makes room. */
export function toNextField(id: string): void {
  const fields = [...document.querySelectorAll<HTMLElement>(typed)].filter(isShown)
  const here = fields.findIndex((field) => field.id === id)
  const next = fields[here + 1]
  if (!next) return (document.activeElement as HTMLElement | null)?.blur()
  next.focus()
  next.scrollIntoView({ block: 'nearest' })
}

/** Whether nothing to type in comes after it. */
export function isLastField(id: string): boolean {
  return [...document.querySelectorAll<HTMLElement>(typed)].filter(isShown).at(-1)?.id === id
}

/** Fields that are typed in one go, marked with this, come up together above the keyboard, so that nobody scrolls between them. */
export const together = { 'data-together': true } as const

/** a field's least width: from a phone of 360 px on, pressure and line of a side stand beside each other */
export const PAIR = 132

/** Into the first of them, for a form that was just opened. */
export function toFirstTogether(): void {
  document.querySelector<HTMLElement>('main [data-together] input')?.focus()
}

function showTogether(): void {
  const group = document.activeElement?.closest('[data-together]')
  const field = document.activeElement?.closest('[data-field]')
  const scroller = document.querySelector('[data-testid="page"]')
  if (!group || !field || !scroller || window.innerWidth >= 1024) return
  const { top, bottom } = scroller.getBoundingClientRect()
  const seen = (element: Element) => {
    const box = element.getBoundingClientRect()
    return box.top >= top && box.bottom <= bottom
  }
  if (!seen(group)) group.scrollIntoView({ block: 'start' })
  if (!seen(field)) field.scrollIntoView({ block: 'center' })
}

const isTyping = () => document.activeElement?.matches('input, textarea') ?? false

/** a tap on a button leaves a field first: what stands around the button may not move before the tap has landed */
const LEAVING_MS = 250

/** Whether a field has the focus. */
export function useTyping(): boolean {
  return useSyncExternalStore(subscribe, () => typing)
}

let typing = false
const listeners = new Set<() => void>()
let leaving: ReturnType<typeof setTimeout> | undefined
function check(): void {
  if (isTyping() === typing) return
  typing = !typing
  listeners.forEach((tell) => tell())
}
/** into a field at once; out of one, to a button too, only when a tap has had its time */
function moved(): void {
  clearTimeout(leaving)
  if (!isTyping()) return void (leaving = setTimeout(check, LEAVING_MS))
  check()
  // once the bar has shrunk
  requestAnimationFrame(showTogether)
}
function subscribe(tell: () => void): () => void {
  if (listeners.size === 0) {
    // the field may have gone with its page while nobody looked
    typing = isTyping()
    document.addEventListener('focusin', moved)
    document.addEventListener('focusout', moved)
  }
  listeners.add(tell)
  return () => {
    listeners.delete(tell)
    if (listeners.size > 0) return
    document.removeEventListener('focusin', moved)
    document.removeEventListener('focusout', moved)
  }
}
