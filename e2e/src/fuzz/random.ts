/** Numbers from a seed (mulberry32), so that a run can be had again. */
export class Random {
  constructor(private state: number) {}

  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }

  below(n: number): number {
    return Math.floor(this.next() * n)
  }

  chance(share: number): boolean {
    return this.next() < share
  }

  one<T>(list: readonly T[]): T {
    return list[this.below(list.length)]!
  }

  uuid(): string {
    const hex = (n: number) => Array.from({ length: n }, () => this.below(16).toString(16)).join('')
    return `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`
  }
}
