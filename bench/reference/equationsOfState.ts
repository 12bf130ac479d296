// The full Helmholtz equations of the reference (scripts/reference/coefficients.json), evaluated anew: what core works out from tables is compared with it.
import { readFileSync } from 'node:fs'
import path from 'node:path'

interface Term {
  readonly n: number
  readonly t: number
  readonly d: number
  readonly l?: number
  readonly m?: number
  readonly eta?: number
  readonly epsilon?: number
  readonly beta?: number
  readonly gamma?: number
}
interface Ideal {
  readonly kind: 'lead' | 'logtau' | 'power' | 'planckEinstein' | 'cp0const' | 'cp0poly' | 'offset'
  readonly a?: number
  readonly a1?: number
  readonly a2?: number
  readonly n?: readonly number[]
  readonly t?: readonly number[]
  readonly c?: number | readonly number[]
  readonly Tc?: number
  readonly T0?: number
}
interface Fluid {
  readonly molarMass: number
  readonly Tred: number
  readonly rhored: number
  readonly residual: readonly Term[]
  readonly ideal: readonly Ideal[]
}
interface Pair {
  readonly i: string
  readonly j: string
  readonly F: number
  readonly xi?: number
  readonly zeta?: number
  readonly betaT?: number
  readonly gammaT?: number
  readonly betaV?: number
  readonly gammaV?: number
  readonly departure?: string
}
const reference = path.resolve('scripts/reference')
const read = (file: string) => JSON.parse(readFileSync(path.join(reference, file), 'utf8')) as unknown
const { fluids, departureFunctions, binaryPairs, estimatedPairs } = read('coefficients.json') as {
  fluids: Record<string, Fluid>
  departureFunctions: Record<string, { terms: Term[] }>
  binaryPairs: Pair[]
  estimatedPairs: Pair[]
}
const known = [...binaryPairs, ...estimatedPairs]
const blends = (
  read('saturation.json') as { refrigerants: { name: string; compositionMole: Record<string, number> }[] }
).refrigerants
const R = 8.314462618

/** what of the terms depends on tau alone, kept for the last tau: densities are sought at one temperature */
const warm = new WeakMap<readonly Term[], { tau: number; value: Float64Array; byTau: Float64Array }>()
function atTau(terms: readonly Term[], tau: number) {
  const before = warm.get(terms)
  if (before?.tau === tau) return before
  const now = {
    tau,
    value: Float64Array.from(
      terms,
      ({ n, t, m = 0, beta = 0, gamma = 0 }) =>
        n * tau ** t * Math.exp(-(m > 0 ? tau ** m : 0) - beta * (tau - gamma) ** 2),
    ),
    byTau: Float64Array.from(
      terms,
      ({ t, m = 0, beta = 0, gamma = 0 }) => t / tau - (m > 0 ? m * tau ** (m - 1) : 0) - 2 * beta * (tau - gamma),
    ),
  }
  warm.set(terms, now)
  return now
}

/** alphar and its derivatives by delta and tau */
function residual(terms: readonly Term[], tau: number, delta: number): [number, number, number] {
  const { value, byTau } = atTau(terms, tau)
  const sum: [number, number, number] = [0, 0, 0]
  terms.forEach(({ d, l = 0, eta = 0, epsilon = 0 }, i) => {
    const damped = l > 0 ? delta ** l : 0
    const own = value[i]! * delta ** d * Math.exp(-damped - eta * (delta - epsilon) ** 2)
    sum[0] += own
    sum[1] += own * ((d - l * damped) / delta - 2 * eta * (delta - epsilon))
    sum[2] += own * byTau[i]!
  })
  return sum
}

/** derivative of alpha0 by tau */
function idealByTau(terms: readonly Ideal[], tau: number): number {
  let sum = 0
  for (const { kind, a = 0, a2 = 0, n = [], t = [], c = 0, Tc = 1, T0 = 1 } of terms) {
    if (kind === 'lead' || kind === 'offset') sum += a2
    if (kind === 'logtau') sum += a / tau
    if (kind === 'power') n.forEach((each, i) => (sum += each * t[i]! * tau ** (t[i]! - 1)))
    if (kind === 'planckEinstein') n.forEach((each, i) => (sum += (each * t[i]!) / (Math.exp(t[i]! * tau) - 1)))
    if (kind === 'cp0const') sum += (c as number) * (1 / tau - 1 / (Tc / T0))
    if (kind === 'cp0poly')
      (c as readonly number[]).forEach((each, i) => {
        const p = t[i]!
        sum += (each * Tc ** p * tau ** (-p - 1)) / (p + 1) - (each * T0 ** (p + 1)) / (Tc * (p + 1))
      })
  }
  return sum
}

interface Part {
  readonly x: number
  readonly fluid: Fluid
  readonly id: string
}
interface Mixture {
  readonly parts: readonly Part[]
  readonly pairs: readonly [Part, Part, Pair][]
  readonly Tr: number
  readonly rhor: number
  readonly molarMass: number
}

const mixtures = new Map<string, Mixture>()
function mixtureOf(name: string): Mixture {
  const before = mixtures.get(name)
  if (before) return before
  const mole = blends.find((b) => b.name === name)!.compositionMole
  const parts = Object.entries(mole).map(([part, x]) => {
    const id = part.replaceAll('-', '').replace('(E)', 'E')
    return { x, id, fluid: fluids[id]! }
  })
  let [Tr, vr] = [0, 0]
  for (const { x, fluid } of parts) {
    Tr += x * x * fluid.Tred
    vr += (x * x) / fluid.rhored
  }
  const pairs = pairsOf(parts)
  for (const [i, j, pair] of pairs) {
    const [T1, T2, r1, r2] = [i.fluid.Tred, j.fluid.Tred, i.fluid.rhored, j.fluid.rhored]
    const third = (r1 ** (-1 / 3) + r2 ** (-1 / 3)) ** 3
    const { betaT = 1, betaV = 1 } = pair
    const gammaT = pair.xi === undefined ? (pair.gammaT ?? 1) : (T1 + T2 + pair.xi) / (2 * Math.sqrt(T1 * T2))
    const gammaV = pair.zeta === undefined ? (pair.gammaV ?? 1) : (4 * (1 / r1 + 1 / r2 + pair.zeta)) / third
    const weight = (beta: number) => (i.x + j.x) / (beta * beta * i.x + j.x)
    Tr += 2 * i.x * j.x * betaT * gammaT * weight(betaT) * Math.sqrt(T1 * T2)
    vr += (2 * i.x * j.x * betaV * gammaV * weight(betaV) * third) / 8
  }
  const molarMass = parts.reduce((sum, { x, fluid }) => sum + x * fluid.molarMass, 0)
  const made = { parts, pairs, Tr, rhor: 1 / vr, molarMass }
  mixtures.set(name, made)
  return made
}

/** each pair once, in the order that its parameters are written in */
function pairsOf(parts: readonly Part[]): [Part, Part, Pair][] {
  const found: [Part, Part, Pair][] = []
  for (const [a, first] of parts.entries())
    for (const second of parts.slice(a + 1)) {
      const pair = known.find((p) => [p.i, p.j].includes(first.id) && [p.i, p.j].includes(second.id))
      if (!pair) throw new Error(`no parameters for ${first.id} and ${second.id}`)
      found.push(pair.i === first.id ? [first, second, pair] : [second, first, pair])
    }
  return found
}

function mixed({ parts, pairs }: Mixture, tau: number, delta: number): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0]
  const add = (weight: number, terms: readonly Term[]) =>
    residual(terms, tau, delta).forEach((value, k) => (sum[k] = sum[k]! + weight * value))
  for (const { x, fluid } of parts) add(x, fluid.residual)
  for (const [i, j, { F, departure }] of pairs)
    if (F !== 0 && departure) add(i.x * j.x * F, departureFunctions[departure]!.terms)
  return sum
}

/**
 * Density and enthalpy of one phase at a temperature and pressure; enthalpies of one refrigerant share a zero, which is no convention's.
 * @param guessKgPerM3 near the phase that is meant
 */
export function stateAt(
  name: string,
  { temperatureK, pressurePa, guessKgPerM3 }: { temperatureK: number; pressurePa: number; guessKgPerM3: number },
): { kgPerM3: number; jPerKg: number } {
  const mixture = mixtureOf(name)
  const { Tr, rhor, molarMass, parts } = mixture
  const tau = Tr / temperatureK
  const pressure = (rho: number) => rho * R * temperatureK * (1 + (rho / rhor) * mixed(mixture, tau, rho / rhor)[1])
  let rho = guessKgPerM3 / molarMass
  for (let i = 0; i < 60; i++) {
    const step = rho * 1e-6
    const slope = (pressure(rho + step) - pressure(rho - step)) / (2 * step)
    const next = rho - (pressure(rho) - pressurePa) / slope
    if (Math.abs(next - rho) < rho * 1e-12) break
    rho = next
  }
  const delta = rho / rhor
  const [, byDelta, byTau] = mixed(mixture, tau, delta)
  const ideal = parts.reduce((sum, { x, fluid }) => {
    const own = fluid.Tred / temperatureK
    return sum + x * own * idealByTau(fluid.ideal, own)
  }, 0)
  return {
    kgPerM3: rho * molarMass,
    jPerKg: (R * temperatureK * (1 + ideal + tau * byTau + delta * byDelta)) / molarMass,
  }
}
