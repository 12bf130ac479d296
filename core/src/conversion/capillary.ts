/**
 * Length of a capillary for the same bore and another refrigerant, as a share of the one that is in it: flow through a long tube goes as d²·√(ρ·p·d/(f·L)), so at one bore L goes as ρ·p/m². An
 * orifice's diameter ratio is √m·(ρ·p)^(-1/4), so that is its power of -4.
 *
 * @param diameterRatio of `orificeRatio`, new over old
 * @returns undefined for a ratio that is none
 * Source: Darcy and Weisbach's equation with one friction factor; capillaries flash inside, so this is a first length to be cut, and the maker's table wins.
 * @example 1.02 → 0.924: a bore that should be 2 % wider is a tube 8 % shorter
 */
export function capillaryLengthRatio(diameterRatio: number): number | undefined {
  return diameterRatio > 0.3 && diameterRatio < 3 ? diameterRatio ** -4 : undefined
}
