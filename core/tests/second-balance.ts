import type { Run } from '../src/proof/balance.ts'
import { type Flow, SCHEDULE, SCHEDULE_WIDTH, type Terms, WEATHER_WIDTH } from '../src/proof/terms.ts'

/**
 * The balance of the handbook written a second time, to hold the first against: objects and loops where that has one long
 * loop, halving where that solves, ranks in a list. Slow and plain on purpose; nothing of the first is used but its words.
 */

interface Bank {
  own: number
  bound: number
  warmC: number
  locked: boolean
  generator: { on: boolean; steps: number }
  shed: boolean[]
  tanksWh: number[]
}

const RANKS = ['Critical', 'Ordinary', 'Wait'] as const
const held = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

/** The greatest x in 0..most for which f(x) is not above the limit; f rises. */
function greatest(f: (x: number) => number, limit: number, most: number): number {
  if (f(most) <= limit) return most
  let [low, high] = [0, most]
  for (let i = 0; i < 200; i++) {
    const middle = (low + high) / 2
    if (f(middle) <= limit) low = middle
    else high = middle
  }
  return low
}

export function secondBalance(
  terms: Terms,
  run: Pick<Run, 'schedule' | 'days' | 'weather' | 'divisor'>,
  dayCount: number,
) {
  const bank: Bank = {
    own: terms.fullWh * terms.wellShare,
    bound: terms.fullWh * (1 - terms.wellShare),
    warmC: 10,
    locked: false,
    generator: { on: false, steps: 0 },
    shed: [false, false, false],
    tanksWh: [],
  }
  const rows: Record<Flow, number>[] = []
  let fuelL = 0
  for (let day = 0; day < dayCount; day++) {
    bank.tanksWh = terms.dumps.map(({ mostWhPerDay }) => mostWhPerDay)
    for (let hour = 0; hour < 24; hour++)
      for (let part = 0; part < run.divisor; part++) {
        const from = (run.days[day * 2] ?? 0) + hour * SCHEDULE_WIDTH
        const now = Object.fromEntries(SCHEDULE.map((name, i) => [name, run.schedule[from + i] ?? 0])) as Record<
          (typeof SCHEDULE)[number],
          number
        >
        const w = (day * 24 + hour) * WEATHER_WIDTH
        const sun = [0, 1, 2].map((i) => run.weather[w + i] ?? 0)
        const step = oneStep(terms, bank, now, sun, run.weather[w + 3] ?? 0, run.days[day * 2 + 1] ?? 1)
        fuelL += step.fuelL
        rows.push(step.flows)
      }
  }
  return { rows, fuelL, bank }
}

function oneStep(
  t: Terms,
  bank: Bank,
  now: Record<(typeof SCHEDULE)[number], number>,
  sun: number[],
  airC: number,
  factor: number,
): { flows: Record<Flow, number>; fuelL: number } {
  const h = t.stepH
  const roomC = held(airC, t.roomLowC, t.roomHighC)
  // The heater: so much that the box stands at its set point when the step ends.
  const endC = (watts: number) => {
    const restC = roomC + watts / t.boxWPerK
    return restC + (bank.warmC - restC) * t.warmthKept
  }
  const heatWanted =
    t.warmthKept < 1 && endC(0) < t.setPointC ? greatest(endC, t.setPointC, t.heaterMostW) * now.inUse : 0

  // Bank, after what it lost by itself.
  const before = bank.own + bank.bound
  const kept = 1 - t.leakPerStep * Math.max(0.2, 1 + t.leakPerK * (bank.warmC - 20))
  bank.own *= kept
  bank.bound *= kept
  const stored = bank.own + bank.bound
  const leak = (before - stored) / h
  const soc = stored / t.fullWh
  const capacity = held(Math.min(...t.capacityAt0.map((at0, i) => at0 + (t.capacityPerK[i] ?? 0) * bank.warmC)), 0, 1)
  const floor = 1 - t.depth * capacity
  if (bank.warmC < t.chargeLockC) bank.locked = true
  else if (bank.warmC > t.chargeReleaseC) bank.locked = false
  const share = bank.locked
    ? 0
    : held(
        Math.min(
          t.coldChargeShare + t.coldChargePerK * (bank.warmC - t.chargeLockC),
          t.hotChargePerK * (t.chargeHotC - bank.warmC),
        ),
        0,
        1,
      )
  const taper = held(1 - t.taperPerSoc * (soc - t.taperFullAt), t.taperLeast, 1)
  const atHand = t.wellOwn * bank.own + t.wellBound * bank.bound
  const gainOf = (p: number) => (t.chargeEfficiency - t.resistancePerW * p) * p
  const takenOf = (p: number) => (1 + t.resistancePerW * p) * p
  const vertex = t.resistancePerW > 0 ? t.chargeEfficiency / (2 * t.resistancePerW) : 1e12
  const room = Math.max(0, Math.min((t.wellShare * t.fullWh - atHand) / t.wellPerW, (t.fullWh - stored) / h))
  const chargeMost = greatest(gainOf, room, Math.min(t.mostChargeW, vertex) * share * taper)
  const give = Math.max(0, Math.min(atHand / t.wellPerW, (stored - floor * t.fullWh) / h))
  const use =
    held(t.coldUsePerK * (bank.warmC - t.coldUseC), 0, 1) * held(t.lowUsePerSoc * (soc - floor), t.lowUseLeast, 1)
  const dischargeMost = greatest(takenOf, give, t.mostDischargeW * use)

  // Sun.
  const arrays = [t.arrayA, t.arrayB, t.arrayC].map((a, i) => {
    const cellC = airC + a.riseK * (sun[i] ?? 0)
    const could = a.wPerWm2 * (sun[i] ?? 0) * Math.max(0, 1 + a.perK * (cellC - 25))
    const taken = Math.min(could, a.mostOutW / a.efficiency)
    return { ...a, could, taken, out: taken * a.efficiency }
  })
  const [a, b, c] = arrays as [(typeof arrays)[0], (typeof arrays)[0], (typeof arrays)[0]]

  // Ranks.
  const shedAt = [-1, t.ordinaryShedAt, t.waitShedAt]
  const backAt = [2, t.ordinaryBackAt, t.waitBackAt]
  const ranks = RANKS.map((name, i) => {
    if (i > 0) {
      if (soc < (shedAt[i] ?? -1)) bank.shed[i] = true
      else if (soc > (backAt[i] ?? 2)) bank.shed[i] = false
    }
    const on = bank.shed[i] ? 0 : 1
    const ac = now[`ac${name}W`] * factor
    const dc = now[`dc${name}W`] * factor
    return {
      wanted: ac + dc,
      ac: ac * on,
      dc: dc * on,
      loss: now[`converter${name}W`] * factor * on,
      acGiven: 0,
      dcGiven: 0,
      lossGiven: 0,
    }
  })
  const heatAc = heatWanted * t.heaterOnAc
  const heatDc = heatWanted - heatAc
  const acWanted = heatAc + ranks.reduce((sum, { ac }) => sum + ac, 0)

  // AC: sun, mains, generator, inverter.
  const acSun = Math.min(c.out, acWanted)
  const mainsMost = t.mainsMostW * now.mains
  const mainsHouse = t.sourceCarriesHouse ? Math.min(mainsMost, acWanted - acSun) : 0
  let generatorMost = 0
  if (t.generatorMostW > 0) {
    const startAt = Math.max(t.generatorStartAt, floor + 0.04)
    const goesOn = bank.generator.on && (soc < t.generatorStopAt || bank.generator.steps < t.generatorLeastSteps)
    const starts = (now.mayStart > 0 && soc < startAt) || (t.generatorForced > 0 && soc < floor + 0.01)
    const useful = t.sourceCarriesHouse > 0 || chargeMost > 0
    const on = now.inUse > 0 && useful && (goesOn || starts)
    bank.generator = { on, steps: on ? (bank.generator.on ? bank.generator.steps + 1 : 1) : 0 }
    if (on) generatorMost = t.generatorMostW
  }
  const generatorHouse = t.sourceCarriesHouse ? Math.min(generatorMost, acWanted - acSun - mainsHouse) : 0
  const asked = acWanted - acSun - mainsHouse - generatorHouse
  const rating =
    t.inverterMostW * now.inUse * Math.max(0, 1 - t.inverterDeratePerK * Math.max(0, roomC - t.inverterDerateFromC))
  let charger = Math.min(
    (mainsMost - mainsHouse + generatorMost - generatorHouse) * t.chargerEfficiency,
    t.chargerMostW,
  )
  let acBack = Math.min(c.out - acSun, t.acChargeMostW) * t.acChargeEfficiency
  let engine = t.alternatorMostW * t.alternatorEfficiency * now.alternator
  const comes = a.out + b.out + engine + charger + acBack

  // What can be given, in order: standby, heat, then rank by rank.
  let left = comes + dischargeMost
  const lossOf = (x: number) => t.inverterLoss * x + t.inverterLossPerW * x * x
  const standby = Math.min(left, t.standbyW * now.inUse)
  left -= standby
  const heatDcGiven = Math.min(left, heatDc)
  left -= heatDcGiven
  const idleAsked = asked > 0 ? t.idleW : t.sleepW * now.inUse
  // Whole where it goes round; an inverter that cannot wake is off.
  const wakes = left >= idleAsked && (idleAsked > 0 || asked > 0)
  const idle = wakes ? idleAsked : 0
  left -= idle
  let free = acSun + mainsHouse + generatorHouse
  let through = 0
  let ratingLeft = wakes || idleAsked === 0 ? rating : 0
  const serve = (ac: number, dc: number) => {
    const freely = Math.min(free, ac)
    free -= freely
    const more = Math.min(ac - freely, ratingLeft)
    ratingLeft -= more
    const cost = (x: number) => x * dc + x * more + lossOf(through + x * more) - lossOf(through)
    const x = greatest(cost, left + 1e-12, 1)
    left = Math.max(0, left - cost(x))
    through += x * more
    return { ac: freely + x * more, x }
  }
  const heatGiven = heatDcGiven + serve(heatAc, 0).ac
  for (const rank of ranks) {
    const served = serve(rank.ac, rank.dc + rank.loss)
    rank.acGiven = served.ac
    rank.dcGiven = served.x * rank.dc
    rank.lossGiven = served.x * rank.loss
  }
  const sum = (of: (rank: (typeof ranks)[0]) => number) => ranks.reduce((total, rank) => total + of(rank), 0)
  const acServed = sum((rank) => rank.acGiven)
  const dcServed = sum((rank) => rank.dcGiven)
  const converterLoss = sum((rank) => rank.lossGiven)
  const inverterLoss = idle + lossOf(through)
  const drawn = standby + heatDcGiven + dcServed + converterLoss + through + inverterLoss

  // What is left over, and what is missing.
  const net = comes - drawn
  const charge = net >= 0 ? Math.min(net, chargeMost) : 0
  const discharge = net >= 0 ? 0 : -net
  let over = Math.max(0, net) - charge
  const take = (most: number) => {
    const taken = Math.min(over, Math.max(0, most))
    over -= taken
    return taken
  }
  let sunLeft = a.out + b.out + acBack - drawn
  const dump = t.dumps.reduce((sum, { powerW }, i) => {
    const taken = take(Math.min(powerW, (bank.tanksWh[i] ?? 0) / h, sunLeft))
    bank.tanksWh[i] = (bank.tanksWh[i] ?? 0) - taken * h
    sunLeft -= taken
    return sum + taken
  }, 0)
  charger -= take(charger)
  engine -= take(engine)
  acBack -= take(acBack)
  const cutB = take(b.out) / b.efficiency
  const cutA = take(a.out) / a.efficiency

  // Bank.
  const gain = gainOf(charge)
  const taken = takenOf(discharge)
  const end = stored - (taken - gain) * h
  bank.own = atHand - t.wellPerW * (taken - gain)
  bank.bound = end - bank.own
  bank.warmC = endC(heatGiven)

  const chargerIn = charger / t.chargerEfficiency
  const mainsCharge = Math.min(chargerIn, mainsMost - mainsHouse)
  const engineIn = t.alternatorEfficiency > 0 ? engine / t.alternatorEfficiency : 0
  const acBackIn = acBack / t.acChargeEfficiency
  const generator = generatorHouse + chargerIn - mainsCharge
  const burns = Math.max(...t.fuelAt0.map((at0, i) => at0 + (t.fuelPerW[i] ?? 0) * generator))
  return {
    fuelL: generatorMost > 0 ? burns * h : 0,
    flows: {
      pvW: a.could + b.could,
      controllerLossW: (a.taken - cutA) * (1 - a.efficiency) + (b.taken - cutB) * (1 - b.efficiency),
      clippedW: a.could - a.taken + b.could - b.taken,
      cutW: cutA + cutB,
      acCoupledW: acSun + acBackIn,
      generatorW: generator,
      mainsW: mainsHouse + mainsCharge,
      alternatorW: engineIn,
      chargerLossW: chargerIn - charger + engineIn - engine + acBackIn - acBack,
      inverterLossW: inverterLoss,
      converterLossW: converterLoss,
      heaterW: heatGiven,
      standbyW: standby,
      acServedW: acServed,
      dcServedW: dcServed,
      dumpW: dump,
      unmetW: sum((rank) => rank.wanted - rank.acGiven - rank.dcGiven),
      chargeW: charge,
      dischargeW: discharge,
      batteryLossW: charge - gain + taken - discharge + leak,
      soc: end / t.fullWh,
      storedWh: end,
      criticalUnmetW: (ranks[0]?.wanted ?? 0) - (ranks[0]?.acGiven ?? 0) - (ranks[0]?.dcGiven ?? 0),
      acCutW: c.out - acSun - acBackIn,
      batteryC: bank.warmC,
    },
  }
}
