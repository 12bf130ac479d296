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
const pairs = [...binaryPairs, ...estimatedPairs]
const blends = (
  read('saturation.json') as { refrigerants: { name: string; compositionMole: Record<string, number> }[] }
).refrigerants
const R = 8.314462618

/** alphar and its derivatives by delta and tau */
function residual(terms: readonly Term[], tau: number, delta: number): [number, number, number] {
  let [a, byDelta, byTau] = [0, 0, 0]
  for (const { n, t, d, l = 0, m = 0, eta = 0, epsilon = 0, beta = 0, gamma = 0 } of terms) {
    const e =
      (l > 0 ? -(delta ** l) : 0) - (m > 0 ? tau ** m : 0) - eta * (delta - epsilon) ** 2 - beta * (tau - gamma) ** 2
    const value = n * tau ** t * delta ** d * Math.exp(e)
    a += value
    byDelta += value * (d / delta - (l > 0 ? l * delta ** (l - 1) : 0) - 2 * eta * (delta - epsilon))
    byTau += value * (t / tau - (m > 0 ? m * tau ** (m - 1) : 0) - 2 * beta * (tau - gamma))
  }
  return [a, byDelta, byTau]
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

interface Mixture {
  readonly parts: readonly { readonly x: number; readonly fluid: Fluid; readonly id: string }[]
  readonly Tr: number
  readonly rhor: number
  readonly molarMass: number
}

function mixtureOf(name: string): Mixture {
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
  for (const [i, j, pair] of pairsOf(parts)) {
    const [T1, T2, r1, r2] = [i.fluid.Tred, j.fluid.Tred, i.fluid.rhored, j.fluid.rhored]
    const third = (r1 ** (-1 / 3) + r2 ** (-1 / 3)) ** 3
    const { betaT = 1, betaV = 1 } = pair
    const gammaT = pair.xi === undefined ? (pair.gammaT ?? 1) : (T1 + T2 + pair.xi) / (2 * Math.sqrt(T1 * T2))
    const gammaV = pair.zeta === undefined ? (pair.gammaV ?? 1) : (4 * (1 / r1 + 1 / r2 + pair.zeta)) / third
    const weight = (beta: number) => (i.x + j.x) / (beta * beta * i.x + j.x)
    Tr += 2 * i.x * j.x * betaT * gammaT * weight(betaT) * Math.sqrt(T1 * T2)
    vr += (2 * i.x * j.x * betaV * gammaV * weight(betaV) * third) / 8
  }
  return { parts, Tr, rhor: 1 / vr, molarMass: parts.reduce((sum, { x, fluid }) => sum + x * fluid.molarMass, 0) }
}

type Part = Mixture['parts'][number]
/** each pair once, in the order that its parameters are written in */
function pairsOf(parts: readonly Part[]): [Part, Part, Pair][] {
  const found: [Part, Part, Pair][] = []
  for (const [a, first] of parts.entries())
    for (const second of parts.slice(a + 1)) {
      const pair = pairs.find((p) => [p.i, p.j].includes(first.id) && [p.i, p.j].includes(second.id))
      if (!pair) throw new Error(`no parameters for ${first.id} and ${second.id}`)
      found.push(pair.i === first.id ? [first, second, pair] : [second, first, pair])
    }
  return found
}

function mixed({ parts }: Mixture, tau: number, delta: number): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0]
  const add = (weight: number, terms: readonly Term[]) =>
    residual(terms, tau, delta).forEach((value, k) => (sum[k] = sum[k]! + weight * value))
  for (const { x, fluid } of parts) add(x, fluid.residual)
  for (const [i, j, { F, departure }] of pairsOf(parts))
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
