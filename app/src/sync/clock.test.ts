import { makeClock } from './clock'

const HOUR = 3_600_000
const made = (stored?: number) => {
  let device = 1_800_000_000_000
  const kept: number[] = []
  const clock = makeClock({ device: () => device, stored, keep: (off) => kept.push(off) })
  return { clock, kept, tick: (ms: number) => (device += ms), device: () => device }
}

describe('the clock that entries are stamped by', () => {
  it('is the device’s own while that is about right', () => {
    const { clock, kept, device } = made()
    clock.heard(device() - 20_000, device() - 100, device())
    expect(clock.now()).toBe(device())
    expect(clock.offMs()).toBe(0)
    expect(kept).toEqual([])
  })
  it('is set right by the server’s where the phone is an hour fast, and that is kept and told once', () => {
    const { clock, kept, tick, device } = made()
    let told = 0
    clock.subscribe(() => told++)
    clock.heard(device() - HOUR, device() - 100, device())
    tick(5000)
    clock.heard(device() - HOUR + 400, device() - 80, device())
    expect(Math.abs(clock.now() - (device() - HOUR))).toBeLessThan(500)
    expect(told).toBe(1)
    expect(kept).toHaveLength(1)
  })
  it('remembers it without signal, and forgets it once the phone was set right', () => {
    const { clock, device } = made(HOUR)
    expect(clock.now()).toBe(device() - HOUR)
    clock.heard(device(), device() - 100, device())
    expect(clock.now()).toBe(device())
  })
  it('takes nothing from slow or timeless answers', () => {
    const { clock, device } = made()
    clock.heard(device() - HOUR, device() - 9000, device())
    clock.heard(NaN, device() - 10, device())
    expect(clock.offMs()).toBe(0)
  })
})
