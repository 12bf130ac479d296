import type { Need } from '../run/need'
import { rowGroup } from './rowGroup'

const NOW = 1_000_000
const unit = (need: Need['code'], part: { sealed?: boolean; endsMs?: number } = {}) =>
  rowGroup(
    {
      sealed: part.sealed ?? false,
      need: { code: need } as Need,
      waits: part.endsMs === undefined ? [] : [{ kind: 'settle', endsMs: part.endsMs } as never],
    },
    NOW,
  )

describe('where a unit stands along the row', () => {
  it.each([
    ['failed', 'decayFailed', {}, 'wrong'],
    ['out of tolerance', 'readingOut', {}, 'wrong'],
    ['refused', 'refused', {}, 'wrong'],
    ['failed, though a clock runs', 'decayFailed', { endsMs: NOW + 1 }, 'wrong'],
    ['settling', 'settling', { endsMs: NOW + 1 }, 'waits'],
    ['settled just now', 'settling', { endsMs: NOW }, 'asks'],
    ['to be weighed in', 'weighIn', {}, 'asks'],
    ['too close', 'readingClose', {}, 'asks'],
    ['sealed, however it stands', 'readingOut', { sealed: true, endsMs: NOW + 1 }, 'sealed'],
  ] as const)('%s', (_, need, part, group) => expect(unit(need, part)).toBe(group))
})
