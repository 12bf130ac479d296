/** Brings the page's beginning back into view, where what counts next stands there. */
export function scrollTop(): void {
  document.querySelector('[data-testid="page"]')?.scrollTo({ top: 0 })
}
