/** A random source of its own (sfc32, C. Doty-Humphrey's small fast counter), so that this plant shares nothing with the rig. */
export class Dice {
  private a: number
  private b: number
  private c: number
  private counter = 1
  constructor(seed: number) {
    this.a = seed >>> 0
    this.b = (seed ^ 0x9e3779b9) >>> 0
    this.c = 0x243f6a88
    for (let i = 0; i < 20; i++) this.next()
  }
  next(): number {
    const sum = (this.a + this.b + this.counter) | 0
    this.counter = (this.counter + 1) | 0
    this.a = this.b ^ (this.b >>> 9)
    this.b = (this.c + (this.c << 3)) | 0
    this.c = ((this.c << 21) | (this.c >>> 11)) + sum
    this.c |= 0
    return (sum >>> 0) / 4294967296
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
