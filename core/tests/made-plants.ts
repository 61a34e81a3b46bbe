import fc from 'fast-check'
import { wellTerms } from '../src/proof/plan-bank.ts'
import { DAY_WIDTH, SCHEDULE_WIDTH, type Terms, WEATHER_WIDTH } from '../src/proof/terms.ts'

/** Plants of any kind, made at random: what of it stands there, how large, and a fortnight of weather and loads. */

const array = (mostW: number) =>
  fc.record({
    wPerWm2: fc.double({ min: 0, max: mostW / 1000, noNaN: true }),
    perK: fc.constantFrom(0, -0.0035, -0.0045),
    riseK: fc.constant(0.031),
    mostOutW: fc.double({ min: 1, max: mostW, noNaN: true }),
    efficiency: fc.constantFrom(0.95, 0.98),
  })
const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true, noDefaultInfinity: true })
const orNone = (some: fc.Arbitrary<number>) => fc.oneof(fc.constant(0), some)
const flag = fc.constantFrom(0, 1)

const bank = fc
  .record({ fullWh: figure(500, 40_000), share: fc.constantFrom(1, 0.4, 0.6), perH: fc.constantFrom(0.4, 1) })
  .chain(({ fullWh, share, perH }) =>
    fc.record({
      fullWh: fc.constant(fullWh),
      wellShare: fc.constant(share),
      wells: fc.constant({ share, perH }),
      leakPerStep: figure(0, 1e-4),
      leakPerK: fc.constant(0.07),
      chargeEfficiency: figure(0.6, 1),
      resistancePerW: fc.oneof(fc.constant(0), figure(0, 0.05 / fullWh)),
      mostChargeW: figure(0.02, 1).map((rate) => rate * fullWh),
      mostDischargeW: figure(0.05, 1.5).map((rate) => rate * fullWh),
    }),
  )

const rest = fc.record({
  roomLowC: figure(-25, 5),
  roomHighC: figure(20, 45),
  warmthKept: figure(0.5, 0.99),
  box: fc.oneof(
    fc.constant(null),
    fc.record({ wPerK: figure(0.5, 5), heaterW: figure(10, 300), onAc: flag, setC: figure(0, 15) }),
  ),
  chargeLockC: figure(-20, 3),
  taperFullAt: fc.constantFrom(0.8, 0.95),
  depth: figure(0.3, 0.95),
  shed: fc.boolean(),
  inverterMostW: orNone(figure(200, 6000)),
  idleW: figure(0, 60),
  sleepW: figure(0, 30),
  inverterLoss: figure(0, 0.08),
  inverterLossPerW: orNone(figure(0, 2e-5)),
  chargerMostW: orNone(figure(100, 4000)),
  sourceCarriesHouse: flag,
  mainsMostW: orNone(figure(200, 5000)),
  generatorMostW: orNone(figure(800, 8000)),
  generatorForced: flag,
  alternatorMostW: orNone(figure(100, 1500)),
  alternatorEfficiency: fc.constantFrom(0.88, 1),
  standbyW: figure(0, 12),
  acChargeMostW: orNone(figure(200, 5000)),
  dumps: fc.array(fc.record({ powerW: figure(100, 3000), mostWhPerDay: figure(0, 8000) }), { maxLength: 3 }),
})

export const anyTerms: fc.Arbitrary<Terms> = fc
  .record({ a: array(9000), b: array(4000), c: array(5000), bank, rest, divisor: fc.constantFrom(1, 2, 4) })
  .map(({ a, b, c, bank: { wells, ...store }, rest: { box, shed, ...more }, divisor }) => {
    const stepH = 1 / divisor
    return {
      stepH,
      arrayA: a,
      arrayB: b,
      arrayC: c,
      ...store,
      ...wellTerms(wells.share, wells.perH, stepH),
      ...more,
      boxWPerK: box?.wPerK ?? 1e9,
      setPointC: box?.setC ?? -273,
      heaterMostW: box?.heaterW ?? 0,
      heaterOnAc: box?.onAc ?? 0,
      chargeReleaseC: more.chargeLockC + 2,
      coldChargeShare: 0.2,
      coldChargePerK: 0.08,
      chargeHotC: 45,
      hotChargePerK: 0.2,
      taperPerSoc: more.taperFullAt === 0.8 ? 4.5 : 18,
      taperLeast: 0.1,
      coldUseC: -20,
      coldUsePerK: 0.2,
      lowUsePerSoc: 50,
      lowUseLeast: 0.3,
      capacityAt0: [0.8, 0.78, 1],
      capacityPerK: [0.008, 0.004, 0],
      ordinaryShedAt: shed ? 0.35 : -1,
      ordinaryBackAt: shed ? 0.5 : -1,
      waitShedAt: shed ? 0.5 : -1,
      waitBackAt: shed ? 0.6 : -1,
      inverterDeratePerK: 0.01,
      inverterDerateFromC: 25,
      chargerEfficiency: 0.92,
      generatorStartAt: 0.4,
      generatorStopAt: 0.85,
      generatorLeastSteps: divisor,
      fuelAt0: [0.3, 0.2],
      fuelPerW: [0.0003, 0.00035],
      acChargeEfficiency: 0.93,
    }
  })

export const MADE_DAYS = 14

/** A fortnight: sun by the hour, air, and loads of every rank and supply; some hours out of use. */
export const anyFortnight = fc
  .record({
    seed: fc.integer({ min: 1, max: 1e6 }),
    acW: fc.array(orNone(figure(0, 2500)), { minLength: 3, maxLength: 3 }),
    dcW: fc.array(orNone(figure(0, 800)), { minLength: 3, maxLength: 3 }),
    airC: figure(-20, 30),
    sunny: figure(0, 1),
  })
  .map(({ seed, acW, dcW, airC, sunny }) => {
    let state = seed
    const chance = () => {
      state = (state * 48_271) % 2_147_483_647
      return state / 2_147_483_647
    }
    const schedule = new Float64Array(2 * 24 * SCHEDULE_WIDTH)
    for (let hour = 0; hour < 48; hour++) {
      const at = hour * SCHEDULE_WIDTH
      for (let rank = 0; rank < 3; rank++) {
        schedule[at + rank] = chance() < 0.5 ? 0 : (acW[rank] ?? 0) * chance()
        const dc = chance() < 0.5 ? 0 : (dcW[rank] ?? 0) * chance()
        schedule[at + 3 + rank] = dc
        schedule[at + 6 + rank] = chance() < 0.5 ? 0 : dc * 0.15
      }
      schedule[at + 9] = chance() < 0.2 ? 1 : 0
      schedule[at + 10] = chance() < 0.2 ? chance() : 0
      schedule[at + 11] = hour % 24 > 6 ? 1 : 0
      schedule[at + 12] = hour >= 44 ? 0 : 1
      if (hour >= 44) schedule.fill(0, at, at + 11)
    }
    const days = new Float64Array(MADE_DAYS * DAY_WIDTH)
    const weather = new Float64Array(MADE_DAYS * 24 * WEATHER_WIDTH)
    for (let day = 0; day < MADE_DAYS; day++) {
      days[day * DAY_WIDTH] = (day % 7 >= 5 ? 24 : 0) * SCHEDULE_WIDTH
      days[day * DAY_WIDTH + 1] = 0.8 + 0.4 * chance()
      const clear = Math.min(1, sunny * 2 * chance())
      for (let hour = 0; hour < 24; hour++) {
        const at = (day * 24 + hour) * WEATHER_WIDTH
        const high = Math.max(0, Math.sin(((hour - 6) / 12) * Math.PI)) * 1000 * clear
        weather[at] = high
        weather[at + 1] = high * 0.8
        weather[at + 2] = high * 0.9
        weather[at + 3] = airC + 6 * Math.sin(((hour - 9) / 12) * Math.PI) + 4 * (chance() - 0.5)
      }
    }
    return { schedule, days, weather }
  })
