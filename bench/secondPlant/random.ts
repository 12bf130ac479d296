/** A random source of its own (xorshift128+, S. Vigna 2014), so that this plant shares nothing with the rig. */
export class Dice {
  private a: number
  private b: number
  constructor(seed: number) {
    this.a = (seed * 2654435761 + 97) >>> 0 || 1
    this.b = (seed * 40503 + 12345) >>> 0 || 2
    for (let i = 0; i < 20; i++) this.next()
  }
  next(): number {
    let x = this.a
    const y = this.b
    this.a = y
    x = (x ^ (x << 13)) >>> 0
    x = (x ^ (x >>> 17) ^ y ^ (y >>> 16)) >>> 0
    this.b = x
    return ((x + y) >>> 0) / 4294967296
  }
  from(low: number, high: number): number {
    return low + (high - low) * this.next()
  }
  fromLog(low: number, high: number): number {
    return Math.exp(this.from(Math.log(low), Math.log(high)))
  }
  normal(): number {
    // sum of twelve: near enough, and another way than Box and Muller's
    let sum = -6
    for (let i = 0; i < 12; i++) sum += this.next()
    return sum
  }
  one<T>(list: readonly T[]): T {
    return list[Math.min(list.length - 1, Math.floor(this.next() * list.length))]!
  }
}
