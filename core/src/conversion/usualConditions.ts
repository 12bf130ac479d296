import type { MethodProfile } from '../method/profile'
import type { OrificeConditions } from './orifice'

/** Where two refrigerants are held side by side when nobody measured: the middle of the method's usual evaporating temperatures, its usual condensing one, and its usual superheat and subcooling. */
export const usualConditions = (method: MethodProfile): OrificeConditions => ({
  evaporatingK: (method.evaporatingLowK.si + method.evaporatingHighK.si) / 2,
  condensingK: method.comparedCondensingK.si,
  superheatK: method.comparedSuperheatK.si,
  subcoolingK: method.comparedSubcoolingK.si,
})

/** The same in heating, for the device at the outdoor coil of a heat pump: the method's usual evaporating temperature on a mild winter day. */
export const usualHeatingConditions = (method: MethodProfile): OrificeConditions => ({
  ...usualConditions(method),
  evaporatingK: method.comparedHeatingK.si,
})
