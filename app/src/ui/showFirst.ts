/** What is wrong may stand above what is seen: the first of it is brought into view, with the cursor in it. */
export const showFirst = () =>
  void requestAnimationFrame(() => {
    const field = document.querySelector<HTMLElement>('[aria-invalid="true"]')
    field?.scrollIntoView({ block: 'center' })
    field?.focus({ preventScroll: true })
  })
