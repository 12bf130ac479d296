import { create } from 'zustand'

/** A unit whose pages somebody left with its condenser covered, and hasn't said what becomes of it. */
export interface LeftCovered {
  readonly unitId: string
  readonly tag: string
}

export const useLeftCovered = create<{ left?: LeftCovered }>(() => ({}))

/** Its page was left; the next page asks. */
export const leaveCovered = (left: LeftCovered): void => useLeftCovered.setState({ left })

/** Somebody is on its pages again, or said that it is watched. */
export const seenCovered = (unitId?: string): void => {
  if (unitId === undefined || useLeftCovered.getState().left?.unitId === unitId)
    useLeftCovered.setState({ left: undefined })
}
