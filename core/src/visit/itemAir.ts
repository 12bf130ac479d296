import type { AirWindow, VisitItem, VisitItemKind } from '../entry/visit'
import type { MethodProfile } from '../method/profile'
import { toSi, type Quantity } from '../quantity/unit'

/** The air that an item needs, K; what isn't named is free. */
export interface ItemAir {
  readonly outdoorLowK?: number
  readonly outdoorHighK?: number
  readonly indoorLowK?: number
  readonly indoorHighK?: number
}

/** What the method asks of the weather for each kind of item. */
export function usualAir(what: VisitItemKind, method: MethodProfile): ItemAir {
  switch (what) {
    case 'charge':
      return {
        outdoorLowK: method.outdoorFloorK.si,
        outdoorHighK: method.outdoorCeilingK.si,
        indoorLowK: method.indoorLowK.si,
        indoorHighK: method.indoorHighK.si,
      }
    case 'heating':
      return { outdoorHighK: method.heatingVisitHighK.si }
    case 'defrost':
      return { outdoorHighK: method.defrostVisitHighK.si }
    // read while it cools; a valve's leak shows on any day that it may cool on
    case 'leakThrough':
      return { outdoorLowK: method.outdoorFloorK.si }
    case 'changeOver':
    case 'heaters':
    case 'other':
      return {}
  }
}

/** The air that an item was promised for, K. */
export function itemAir({ outdoorLow, outdoorHigh, indoorLow, indoorHigh }: AirWindow): ItemAir {
  const k = (quantity: Quantity<'temperature'> | undefined) => quantity && toSi('temperature', quantity)
  const [low, high, inLow, inHigh] = [k(outdoorLow), k(outdoorHigh), k(indoorLow), k(indoorHigh)]
  return {
    ...(low === undefined ? {} : { outdoorLowK: low }),
    ...(high === undefined ? {} : { outdoorHighK: high }),
    ...(inLow === undefined ? {} : { indoorLowK: inLow }),
    ...(inHigh === undefined ? {} : { indoorHighK: inHigh }),
  }
}

/** Whether an item asks for any outdoor air at all. */
export const asksForWeather = (item: VisitItem): boolean =>
  item.outdoorLow !== undefined || item.outdoorHigh !== undefined
