/** how often neighbours were subtracted (scripts/build-refrigerants.mjs) */
const ORDER = 4

/** A column of a table as it was before neighbours were subtracted from one another: decimal places, heads, differences. */
export function column(text: string): number[] {
  const [places = 0, ...numbers] = text.split(' ').map(Number)
  let whole = numbers.slice(ORDER)
  for (const head of numbers.slice(0, ORDER).reverse()) {
    let sum = head
    whole = [head, ...whole.map((n) => (sum += n))]
  }
  return whole.map((n) => n / 10 ** places)
}
