import { customaryProfile } from '../method/readyProfiles'
import { conditionsWindow } from './conditionsWindow'

const k = (f: number) => (f + 459.67) / 1.8

describe('may today decide?', () => {
  const on = (outdoorF?: number, returnF?: number) =>
    conditionsWindow(
      {
        ...(outdoorF === undefined ? {} : { outdoorK: k(outdoorF) }),
        ...(returnF === undefined ? {} : { returnK: k(returnF) }),
      },
      customaryProfile,
    )
  it.each([
    [64.9, 'tooCold'],
    [65, 'inside'],
    [115, 'inside'],
    [115.1, 'tooHot'],
    [undefined, 'unknown'],
  ])('%s °F outdoors', (outdoorF, outdoor) => expect(on(outdoorF).outdoor).toBe(outdoor))
  it.each([
    [69.9, 'outside'],
    [70, 'inside'],
    [80, 'inside'],
    [80.1, 'outside'],
    [undefined, 'unknown'],
  ])('%s °F indoors', (returnF, indoor) => expect(on(90, returnF).indoor).toBe(indoor))
})
