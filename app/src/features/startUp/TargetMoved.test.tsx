import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { customaryProfile, type JudgedReading } from '@zetesis/core'
import { TargetMoved, TargetMovedBy } from './TargetMoved'

jest.mock('@/settings/settings', () => ({ useSettings: () => ({ system: 'ip' }) }))
jest.mock('@/ui/Banner', () => ({
  Banner: ({ word, children }: { word: string; children: ReactNode }) => `${word}: ${String(children)}`,
}))

const f = (degrees: number) => degrees / 1.8
/** a step at the minute 2 that went for 14 °F; the reading before it for 17 °F */
const tuning = {
  trail: [
    { entryId: 'a', atMs: 60e3, settled: true, targetK: f(17) },
    { entryId: 'b', atMs: 110e3, settled: true, targetK: f(14) },
    { entryId: 'c', atMs: 300e3, settled: true, targetK: f(12) },
  ],
  lastStepMs: 120e3,
}
const now = (target: object) =>
  ({ target, method: customaryProfile }) as unknown as Pick<JudgedReading, 'target' | 'method'>
const says = (target: object, run: Parameters<typeof TargetMoved>[0]['tuning'] = tuning) =>
  render(<TargetMoved tuning={run} judged={now(target)} />).container.textContent

describe('a target that moved with the weather or the house', () => {
  it('is said from where the last step went for to where it stands', () => {
    expect(says({ ok: true, targetK: f(12.6) })).toBe(
      'The target moved: From 14.0 °F to 12.6 °F since the charge last changed: the weather or the house did.',
    )
    expect(says({ ok: true, targetK: f(15.4) })).toMatch(/From 14\.0 °F to 15\.4 °F/)
  })
  it('is not said of a degree, without a target, or before there was one', () => {
    for (const degrees of [13.1, 14, 14.9]) expect(says({ ok: true, targetK: f(degrees) })).toBe('')
    expect(says({ ok: false })).toBe('')
    expect(says({ ok: true, targetK: f(5) }, { trail: [] })).toBe('')
  })
  it('is measured from the first target while nothing was charged', () => {
    expect(says({ ok: true, targetK: f(14) }, { trail: tuning.trail })).toMatch(/From 17\.0 °F to 14\.0 °F/)
  })
  it('is said of a logged reading by how much', () => {
    expect(render(<TargetMovedBy movedK={f(-2)} />).container.textContent).toMatch(
      /^The target moved: By [-−]2\.0 °F since/,
    )
  })
})
