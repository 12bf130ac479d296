import { AIR_J_PER_KG_K, airDensity, humidityOf, relativeHumidityOf } from './air'
import { wettedCoil } from './coil'
import { makeFrost } from './frost'
import { coolingSides, heatingSides } from './sides'
import {
  CONDENSER_VOID,
  DESIGN_OPENING,
  deviceFlow,
  dischargeTemperatureK,
  EVAPORATOR_VOID,
  pumped,
  sizeHardware,
  workJPerKg,
} from './sizing'
import type { SystemSpec } from './systemSpec'
import type { SystemModel, Truth } from './truth'

/** heat held by each coil with its refrigerant, J/K a W of capacity */
const COIL_J_PER_K_PER_W = 0.9
/** what was charged reaches the circuit within about so long: it boils off in accumulator and suction line, s */
const MIXING_S = 70
/** fan that ramps up, s */
const FAN_S = 40
/** suction line: gains heat on its way out, W/K a W of capacity; its metal lags, s */
const LINE_W_PER_K_PER_W = 2.2e-4
const LINE_S = 35
const BULB_S = 25
/** how an expansion valve answers: opening per kelvin and second, and at once per kelvin */
const VALVE_PER_KS = 8e-5
const VALVE_PER_K = 0.003
const SWING_PER_K = 0.2
const SWING_S = 12
const BULB_MEMORY_S = 300
/** liquid beyond a full evaporator leaves within, s */
const CARRY_S = 12
const FAN_W = 0.06
const MAX_STEP_S = 1
const TINY = 1e-9

/** The model of a spec, standing. */
export function createModel(spec: SystemSpec): SystemModel {
  const hardware = sizeHardware(spec)
  const { fluid } = hardware
  const { day } = spec
  const inCooling = coolingSides(spec, hardware)
  let inHeating: typeof inCooling | undefined
  const frost = makeFrost(spec.capacityW)
  let faults = spec.faults
  let called = spec.mode ?? 'cooling'
  let timeS = 0
  let running = false
  let begun = false
  let stage = spec.stages.at(-1) ?? 1
  let chargeKg = hardware.rightChargeKg * spec.chargeShare
  let pendingKg = 0
  let boreShare = 1
  let roomK = day.roomK
  let roomW = humidityOf(day.roomK, day.roomHumidity, day.pressurePa)
  let extraW = 0
  let extraWater = 0
  let fan = 0

  const half = fluid.halfGlideK ?? (() => 0)
  const outdoorAt = () => day.outdoorK + day.outdoorDriftKPerS * timeS
  let evaporatingK = restK(day.outdoorK, day.roomK)
  let condensingK = evaporatingK
  let boilingKg = 0.2 * chargeKg
  /** liquid that an overfed outdoor coil sends into the accumulator: it stays there until dry gas takes it up */
  let accumulatedKg = 0
  let suctionK = day.outdoorK
  let drierBoilsAtK = day.outdoorK
  /** of the line that comes from the coil, before the reversing valve */
  let vapourK = day.outdoorK
  let bulbK = day.outdoorK
  let bulbWasK = 0
  let opening = spec.metering === 'fixedOrifice' ? 1 : 0.5
  let flow = 0
  let turned = heats()
  let truth = rest()

  /** which way round it runs: as it is called, unless the valve is wired the other way, and in a defrost it cools */
  function heats(): boolean {
    return (called === 'heating') !== faults.reversed && !frost.defrosting()
  }
  const sidesNow = () => (heats() ? (inHeating ??= heatingSides(spec, hardware)) : inCooling)

  /** The reversing valve turns: both sides come to one pressure, and the liquid lies wherever it was. */
  function turn(): void {
    if (heats() === turned) return
    turned = !turned
    const meanK = (evaporatingK + condensingK) / 2
    evaporatingK = meanK
    condensingK = meanK
    boilingKg = 0.3 * (chargeKg - hardware.heldKg)
    accumulatedKg = 0
    opening = sidesNow().metering === 'fixedOrifice' ? 1 : 0.5
    bulbK = meanK
    bulbWasK = 0
  }

  /** liquid at the condenser's outlet: how much of it stands there, how cold it is, and what vapour comes along */
  function condenser(pumpedKg: number) {
    const inCircuit = chargeKg - hardware.heldKg - boilingKg - accumulatedKg
    const rho = fluid.liquidKgPerM3(condensingK)
    const { condenses } = sidesNow()
    const airK = turned ? roomK : outdoorAt()
    const line = rho * hardware.liquidLineM3
    const film = condenses.volumeM3 * rho * (1 - CONDENSER_VOID)
    const free = inCircuit - film - line
    const face = turned ? indoorFace() : outdoorFace()
    if (free >= 0) {
      const filled = Math.min(free / (condenses.volumeM3 * rho * CONDENSER_VOID), 0.9)
      const over = Math.max(condensingK - half(condensingK) - airK, 0)
      const ntu = (condenses.subcoolerWPerK * face * filled) / Math.max(pumpedKg * fluid.liquidJPerKgK, TINY)
      return { filled, quality: 0, liquidK: airK + over * Math.exp(-ntu), face }
    }
    // what is missing is missing from the line and from the film on the condenser's walls alike; vapour runs with the liquid
    const liquidShare = Math.max(0.02, 1 + free / (line + film))
    const ratio = rho / fluid.vapourKgPerM3(condensingK)
    const quality = (1 - liquidShare) / (1 - liquidShare + ratio * liquidShare)
    return { filled: 0, quality, liquidK: condensingK - half(condensingK), face }
  }

  const outdoorFace = () =>
    (1 - faults.dirtyCondenser) *
    (1 - faults.blockedCondenser) *
    (faults.fanStopped || frost.defrosting() ? STILL_AIR : 1)
  /** slower air takes up less; the fan ramps up */
  const indoorFace = () => ((1 - missingAir()) * Math.max(fan, 0.02)) ** 0.6 * (1 - faults.dirtyCoil)

  /** share of the indoor air that filter, registers and a dirty coil keep back */
  const missingAir = () => 1 - (1 - faults.lowAirflow) * (1 - faults.dirtyCoil / 3)

  function move(dt: number): void {
    timeS += dt
    turn()
    const mixed = Math.sign(pendingKg) * Math.min(Math.abs(pendingKg), (Math.abs(pendingKg) / MIXING_S + TINY) * dt)
    pendingKg -= mixed
    chargeKg = Math.max(chargeKg + mixed, 1.05 * hardware.heldKg)
    if (!running) {
      stand(dt)
      return
    }
    fan += (1 - fan) * (1 - Math.exp(-dt / FAN_S))
    const outdoorK = outdoorAt()
    const pressureShare = 1 - faults.mixed
    const suctionPa = fluid.dewPa(evaporatingK) * pressureShare
    const condensedPa = fluid.bubblePa(condensingK) * pressureShare
    const liquidPa = condensedPa + (faults.airPa * condensingK) / 310
    const latent = fluid.latentJPerKg(evaporatingK)
    const ratio = Math.max(liquidPa / suctionPa, 1.02)
    // boiling ends at the dew point
    const dewK = evaporatingK + half(evaporatingK)
    const gasDensity = (fluid.vapourKgPerM3(evaporatingK) * dewK) / Math.max(suctionK, dewK)
    const sides = sidesNow()
    const givenKg = hardware.sweptM3PerS * stage * gasDensity * pumped(ratio) * (1 - faults.weakCompressor)
    const pumpedKg = givenKg * (1 - faults.leaksThrough)
    const outlet = condenser(pumpedKg)

    // metering device, behind whatever restricts the line
    const lossPa = RESTRICTION_PA * (flow / sides.designFlowKgPerS) ** 2
    const inletPa = condensedPa - (faults.restriction + faults.lineRestriction) * lossPa
    const boilsAtK = fluid.bubbleK(inletPa / pressureShare)
    drierBoilsAtK = fluid.bubbleK((condensedPa - faults.restriction * lossPa) / pressureShare)
    const flashed = Math.max(0, (fluid.liquidJPerKgK * (outlet.liquidK - boilsAtK)) / latent)
    const inletQuality = Math.min(0.9, outlet.quality + flashed)
    const liquidDensity = fluid.liquidKgPerM3(outlet.liquidK)
    const mixture = 1 / ((1 - inletQuality) / liquidDensity + inletQuality / fluid.vapourKgPerM3(boilsAtK))
    const area =
      boreShare *
      sides.orificeM2 *
      ((sides.metering === 'fixedOrifice' ? faults.pistonRatio ** 2 : valveOpening(dt)) + faults.checkLeaks)
    // air reaches the device too; it takes pressure without bringing liquid
    // pressures stand by means: liquid boils at its own temperature where the mean is half a glide higher
    const boilingK = Math.min(outlet.liquidK, boilsAtK)
    const throatPa = fluid.bubblePa(boilingK + half(boilingK)) * pressureShare
    const target = area * deviceFlow(mixture, inletPa + liquidPa - condensedPa, throatPa, suctionPa)
    flow += (target - flow) * (1 - Math.exp(-dt / FLOW_S))

    // evaporator
    const full = sides.boils.volumeM3 * (1 - EVAPORATOR_VOID) * fluid.liquidKgPerM3(evaporatingK)
    const wetted = Math.min(1, boilingKg / full)
    const overflows = boilingKg > full ? Math.min((boilingKg - full) / CARRY_S, 0.6 * pumpedKg) : 0
    const keepsKg = turned && accumulatedKg < ACCUMULATOR * hardware.rightChargeKg ? overflows : 0
    const carried = overflows - keepsKg
    const inVapour = Math.min(0.9, inletQuality + (fluid.liquidJPerKgK * (outlet.liquidK - evaporatingK)) / latent)
    const lack = missingAir()
    const airKgPerS = hardware.airM3PerS * fan * (1 - lack) * airDensity(roomK, day.pressurePa)
    const ice = frost.leaves()
    const overCoil = turned
      ? {
          airK: outdoorK,
          humidity: humidityOf(outdoorK, day.outdoorHumidity ?? OUTDOOR_HUMIDITY, day.pressurePa),
          airKgPerS: sides.boils.airM3PerS * ice.air * outdoorFace() * airDensity(outdoorK, day.pressurePa),
        }
      : { airK: roomK, humidity: roomW, airKgPerS }
    // slower air stays longer on the surface
    const contact =
      1 - (1 - sides.boils.contact) ** ((turned ? Math.max(ice.air * outdoorFace(), 0.05) : 1 - lack) ** -0.35)
    const coil = wettedCoil({
      airK: overCoil.airK,
      humidity: overCoil.humidity,
      airKgPerS: Math.max(overCoil.airKgPerS * wetted, TINY),
      contact,
      refrigerantWPerK: Math.max(
        sides.boils.refrigerantWPerK *
          (turned ? ice.heat * (1 - faults.dirtyCondenser) : 1 - faults.dirtyCoil) *
          wetted,
        TINY,
      ),
      evaporatingK,
      pressurePa: day.pressurePa,
    })
    const boiledKg = boilingKg > 0 ? coil.heatW / latent : 0
    const gasKg = Math.max(pumpedKg - carried, TINY)
    const coilAirK = overCoil.airK
    const vapourNtu = (sides.boils.vapourWPerK * (1 - wetted)) / (gasKg * fluid.vapourJPerKgK)
    const leavingK = dewK + Math.max(0, coilAirK - dewK) * (1 - Math.exp(-vapourNtu))
    const takenUp =
      accumulatedKg > 0
        ? Math.min(accumulatedKg / TAKEN_UP_S, (gasKg * fluid.vapourJPerKgK * (leavingK - dewK)) / latent)
        : 0
    const driedK = leavingK - (takenUp * latent) / (gasKg * fluid.vapourJPerKgK)
    const lineGain = 1 - Math.exp((-LINE_W_PER_K_PER_W * spec.capacityW) / (pumpedKg * fluid.vapourJPerKgK))
    const dryness = Math.max(0, 1 - (8 * carried) / pumpedKg)
    const arrivingK = dewK + (driedK + (outdoorK - driedK) * lineGain - dewK) * dryness
    // hot gas that leaks through the reversing valve warms what the compressor draws in
    const drawnK = arrivingK + faults.leaksThrough * (dischargeTemperatureK(suctionK, ratio) - arrivingK)
    suctionK += (drawnK - suctionK) * (1 - Math.exp(-dt / LINE_S))
    vapourK += (arrivingK - vapourK) * (1 - Math.exp(-dt / LINE_S))
    const feltK = leavingK + faults.looseBulb * LOOSE_BULB * (coilAirK - leavingK)
    bulbK += ((overflows > 0 ? dewK : feltK) - bulbK) * (1 - Math.exp(-dt / BULB_S))

    boilingKg = Math.max(TINY, boilingKg + (flow * (1 - inVapour) - boiledKg - overflows) * dt)
    accumulatedKg = Math.max(0, accumulatedKg + (keepsKg - takenUp) * dt)
    const coilJPerK = COIL_J_PER_K_PER_W * spec.capacityW
    const gasW = (boiledKg + takenUp + flow * inVapour - (pumpedKg - carried)) * latent
    evaporatingK = clamp(evaporatingK + (gasW / coilJPerK) * dt, 236, 320)

    // condenser
    const work = workJPerKg(suctionPa, gasDensity, ratio)
    const heatedK = suctionK + (SHAFT * work) / fluid.vapourJPerKgK
    // where the house is what is heated, all that was taken up outdoors and at the shaft arrives there
    const rejectedW = turned
      ? latent * (pumpedKg - carried) +
        pumpedKg *
          (fluid.vapourJPerKgK * (suctionK - dewK) +
            SHAFT * work -
            fluid.liquidJPerKgK * (condensingK - half(condensingK) - evaporatingK) -
            outlet.quality * latent)
      : pumpedKg *
        (fluid.latentJPerKg(condensingK) + fluid.vapourJPerKgK * Math.max(0, heatedK - condensingK)) *
        (1 - outlet.quality)
    const condensesInK = turned ? roomK : outdoorK
    const givenW = sides.condenses.wPerK * outlet.face * (1 - outlet.filled) * (condensingK - condensesInK)
    const meltedW = turned ? 0 : frost.meltW(condensingK, hardware.condenserWPerK)
    condensingK = clamp(condensingK + ((rejectedW - givenW - meltedW) / coilJPerK) * dt, 240, 337)
    frost.advance(dt, {
      surfaceK: turned ? coil.surfaceK : condensingK,
      waterKgPerS: turned ? coil.waterKgPerS : 0,
      meltedW,
      heats: turned,
      coilK: condensingK,
    })

    // house
    const dryW = gasKg * fluid.vapourJPerKgK * (leavingK - dewK)
    const fanW = FAN_W * spec.capacityW * fan
    const subcooledW = pumpedKg * fluid.liquidJPerKgK * Math.max(0, condensingK - half(condensingK) - outlet.liquidK)
    const heatingW = turned ? givenW + subcooledW : 0
    // what heats the house is cold taken out of it with the other sign
    const sensibleW = turned ? -heatingW : coil.sensibleW + dryW
    const supplyK = roomK - (sensibleW - fanW * 0.5) / Math.max(airKgPerS * AIR_J_PER_KG_K, 1)
    roomK += ((day.loadW + extraW + fanW - sensibleW) / day.houseJPerK) * dt
    const driedKgPerS = turned ? 0 : coil.waterKgPerS
    roomW = Math.max(0.002, roomW + ((day.waterKgPerS + extraWater - driedKgPerS) / day.houseAirKg) * dt)

    const ampsA = (givenKg * work) / (day.voltageV * 0.9) / (1 - 0.5 * faults.weakCompressor) + 0.00012 * spec.capacityW
    truth = {
      timeS,
      running,
      suctionPa,
      liquidPa,
      suctionLineK: suctionK,
      liquidLineK: outlet.liquidK,
      dischargeK: dischargeTemperatureK(suctionK, ratio),
      afterDrierK: Math.min(outlet.liquidK, drierBoilsAtK),
      beforeDeviceK: Math.min(outlet.liquidK, boilsAtK),
      returnK: roomK,
      returnHumidity: clamp(relativeHumidityOf(roomK, roomW, day.pressurePa), 0.02, 1),
      supplyK,
      outdoorK,
      staticPa: day.staticPa * fan * fan * (1 - 0.5 * lack + 1.2 * lack ** 2),
      voltageV: day.voltageV,
      ampsA,
      evaporatingK,
      condensingK,
      superheatK: suctionK - dewK,
      subcoolingK: condensingK - half(condensingK) - outlet.liquidK,
      chargeKg: chargeKg + pendingKg,
      flowKgPerS: pumpedKg,
      coolingW: coil.heatW + dryW,
      wetted,
      filled: outlet.filled,
      mode: turned ? 'heating' : 'cooling',
      defrosting: frost.defrosting(),
      frostKg: frost.kg(),
      heatingW,
      workW: givenKg * work,
      vapourPa: turned ? liquidPa * VAPOUR_LINE_LOSS : suctionPa,
      vapourLineK: turned ? dischargeTemperatureK(suctionK, ratio) - VAPOUR_LINE_K : vapourK,
    }
  }

  /** Opening of an expansion valve, after its bulb, within what its fault leaves it. */
  function valveOpening(dt: number): number {
    const top = faults.starvedValve > 0 ? DESIGN_OPENING * (1 - 0.45 * faults.starvedValve) : 1
    const bottom = Math.min(
      top,
      faults.overfeedingValve > 0 ? DESIGN_OPENING * (1 + 0.5 * faults.overfeedingValve) : 0.05,
    )
    const felt = bulbK - evaporatingK - half(evaporatingK)
    const sides = sidesNow()
    const error = felt - sides.valveStaticK - hardware.valveRangeK * opening
    if (spec.valveGain > 1) {
      // too large a valve swings: it follows its bulb at once, and the bulb is late
      const wish = DESIGN_OPENING + (spec.valveGain - 1) * SWING_PER_K * (felt - sides.designSuperheatK)
      opening += (clamp(wish, bottom, top) - opening) * (1 - Math.exp(-dt / SWING_S))
      return opening
    }
    opening = clamp(opening + spec.valveGain * VALVE_PER_KS * error * dt, bottom, top)
    bulbWasK += (felt - bulbWasK) * (1 - Math.exp(-dt / BULB_MEMORY_S))
    return clamp(opening + spec.valveGain * VALVE_PER_K * (felt - bulbWasK), bottom, top)
  }

  /** Standing: the lines at the outdoor unit come to its air, and the pressure to that of the liquid, which gathers in the colder of the two coils. */
  function stand(dt: number): void {
    fan *= Math.exp(-dt / 20)
    flow = 0
    const share = 1 - Math.exp(-dt / 120)
    const outdoorK = outdoorAt()
    const liquidK = restK(outdoorK, roomK)
    evaporatingK += (liquidK - evaporatingK) * share
    condensingK += (liquidK - condensingK) * share
    suctionK += (outdoorK - suctionK) * share
    vapourK += (outdoorK - vapourK) * share
    bulbK += (roomK - bulbK) * share
    boilingKg += (0.25 * (chargeKg - hardware.heldKg) - boilingKg) * share
    // until it ran for the first time the house stands as it stood all day, however long the look at rest takes
    if (begun) roomK += ((day.loadW + extraW) / day.houseJPerK) * dt
    truth = rest()
  }

  function rest(): Truth {
    const share = 1 - faults.mixed
    const airPa = (faults.airPa * condensingK) / 310
    // most of it stands as liquid: a blend's pressure is nearly that of its bubble point
    const standingPa = (k: number) =>
      (STANDING_VAPOUR * fluid.dewPa(k) + (1 - STANDING_VAPOUR) * fluid.bubblePa(k)) * share + airPa
    return {
      timeS,
      running: false,
      suctionPa: standingPa(evaporatingK),
      liquidPa: standingPa(condensingK),
      suctionLineK: suctionK,
      liquidLineK: suctionK,
      dischargeK: suctionK,
      afterDrierK: suctionK,
      beforeDeviceK: suctionK,
      returnK: roomK,
      returnHumidity: clamp(relativeHumidityOf(roomK, roomW, day.pressurePa), 0.02, 1),
      supplyK: roomK,
      outdoorK: outdoorAt(),
      staticPa: 0,
      voltageV: day.voltageV,
      ampsA: 0,
      evaporatingK,
      condensingK,
      superheatK: 0,
      subcoolingK: 0,
      chargeKg: chargeKg + pendingKg,
      flowKgPerS: 0,
      coolingW: 0,
      wetted: 0,
      filled: 0,
      mode: turned ? 'heating' : 'cooling',
      defrosting: false,
      frostKg: frost.kg(),
      heatingW: 0,
      workW: 0,
      vapourPa: standingPa(evaporatingK),
      vapourLineK: suctionK,
    }
  }

  return {
    hardware,
    advance(seconds) {
      const steps = Math.max(1, Math.ceil(seconds / MAX_STEP_S))
      for (let i = 0; i < steps; i++) move(seconds / steps)
    },
    look: () => truth,
    charge(kg) {
      pendingKg += kg
    },
    run(on) {
      running = on
      begun ||= on
    },
    setFaults(part) {
      faults = { ...faults, ...part }
    },
    setBore(ratio) {
      boreShare = (ratio / (spec.converted?.boreRatio ?? 1)) ** 2
    },
    setStage(share) {
      stage = share
    },
    setMode(mode) {
      called = mode
      frost.ask(false)
    },
    defrost(on) {
      frost.ask(on && called === 'heating')
    },
    disturb(loadW, water) {
      extraW = loadW
      extraWater = water
    },
  }
}

/** what a drier that is nearly shut takes off at design flow */
const RESTRICTION_PA = 1.25e6
/** how much of the way to room air a bulb that hangs free feels */
const LOOSE_BULB = 0.6
const FLOW_S = 2
/** Where a standing system's liquid lies: in the colder coil, warmed a little from the other. */
const restK = (outdoorK: number, roomK: number) => Math.min(outdoorK, roomK) + WARMED * Math.abs(outdoorK - roomK)
const WARMED = 0.2
/** share of a standing charge that is vapour, by mass */
const STANDING_VAPOUR = 0.1

/** of the compressor's work, what the gas takes with it */
const SHAFT = 0.93
/** an accumulator holds this share of the charge; what lies in it is taken up within about so long, s */
const ACCUMULATOR = 0.5
const TAKEN_UP_S = 300
/** what a coil gives off with its fan standing, of its heat transfer */
const STILL_AIR = 0.08
const OUTDOOR_HUMIDITY = 0.7
/** hot gas on its way to the house */
const VAPOUR_LINE_LOSS = 1.02
const VAPOUR_LINE_K = 4

const clamp = (x: number, low: number, high: number) => Math.min(Math.max(x, low), high)
