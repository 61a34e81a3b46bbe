import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runDays } from '../src/proof/balance.ts'
import { packed } from '../src/proof/parameters.ts'
import { wellTerms } from '../src/proof/plan-bank.ts'
import {
  FLOW_WIDTH,
  FLOWS,
  type Flow,
  named,
  noExtremes,
  noTotals,
  STATE,
  type Terms,
  TOTALS,
} from '../src/proof/terms.ts'
import { dumpRows } from '../src/proof/year.ts'
import { anyFortnight, anyTerms, MADE_DAYS } from './made-plants.ts'
import { secondBalance } from './second-balance.ts'

type Fortnight = typeof anyFortnight extends fc.Arbitrary<infer T> ? T : never

/** A fortnight of a plant, its bank full and at 10 °C at first. */
function fortnight(terms: Terms, made: Fortnight) {
  const divisor = Math.round(1 / terms.stepH)
  const state = Float64Array.from(STATE, () => 0)
  state[0] = terms.fullWh * terms.wellShare
  state[1] = terms.fullWh * (1 - terms.wellShare)
  state[2] = 10
  const [totals, extremes] = [noTotals(), noExtremes()]
  const flows = new Float64Array(MADE_DAYS * 24 * divisor * FLOW_WIDTH)
  runDays(
    { parameters: packed(terms), ...made, dumps: dumpRows(terms), divisor },
    0,
    MADE_DAYS,
    state,
    totals,
    extremes,
    flows,
  )
  const steps = MADE_DAYS * 24 * divisor
  const row = (step: number) => named(FLOWS, flows.subarray(step * FLOW_WIDTH, (step + 1) * FLOW_WIDTH))
  return { divisor, steps, row, totals: named(TOTALS, totals), state: named(STATE, state) }
}

describe('the balance', () => {
  test('keeps its books in every step of any plant: what enters is lost, served or stored', () => {
    fc.assert(
      fc.property(anyTerms, anyFortnight, (terms, made) => {
        const { steps, row } = fortnight(terms, made)
        let before = terms.fullWh
        let worst = 0
        for (let step = 0; step < steps; step++) {
          const f = row(step)
          const enters = f.pvW - f.clippedW - f.cutW + f.acCoupledW + f.generatorW + f.mainsW + f.alternatorW
          const lost = f.controllerLossW + f.chargerLossW + f.inverterLossW + f.converterLossW + f.batteryLossW
          const served = f.heaterW + f.standbyW + f.acServedW + f.dcServedW + f.dumpW
          const storedW = (f.storedWh - before) / terms.stepH
          const size = Math.abs(enters) + Math.abs(lost) + served + f.chargeW + f.dischargeW + 1
          worst = Math.max(worst, Math.abs(enters - lost - served - storedW) / size)
          before = f.storedWh
        }
        expect(worst).toBeLessThan(1e-9)
      }),
      { numRuns: 120 },
    )
  })

  test('gives no flow below nothing, keeps within what the bank holds, and never charges while it discharges', () => {
    fc.assert(
      fc.property(anyTerms, anyFortnight, (terms, made) => {
        const { steps, row } = fortnight(terms, made)
        const wrong: string[] = []
        for (let step = 0; step < steps; step++) {
          const f = row(step)
          for (const name of FLOWS) if (name !== 'batteryC' && f[name] < -1e-6) wrong.push(`${name} in step ${step}`)
          if (f.soc > 1 + 1e-9) wrong.push(`over full in step ${step}`)
          if (Math.min(f.chargeW, f.dischargeW) !== 0) wrong.push(`charged and discharged in step ${step}`)
          if (f.cutW > 0 && f.dischargeW > 0) wrong.push(`sun cut while the bank gave in step ${step}`)
        }
        expect(wrong).toEqual([])
      }),
      { numRuns: 60 },
    )
  })

  test('adds up: each total is the sum of its flow', () => {
    const sums: readonly [keyof ReturnType<typeof fortnight>['totals'], Flow][] = [
      ['pvWh', 'pvW'],
      ['controllerLossWh', 'controllerLossW'],
      ['clippedWh', 'clippedW'],
      ['cutWh', 'cutW'],
      ['acCoupledWh', 'acCoupledW'],
      ['acCutWh', 'acCutW'],
      ['generatorWh', 'generatorW'],
      ['mainsWh', 'mainsW'],
      ['alternatorWh', 'alternatorW'],
      ['chargerLossWh', 'chargerLossW'],
      ['inverterLossWh', 'inverterLossW'],
      ['converterLossWh', 'converterLossW'],
      ['heaterWh', 'heaterW'],
      ['standbyWh', 'standbyW'],
      ['acServedWh', 'acServedW'],
      ['dcServedWh', 'dcServedW'],
      ['dumpWh', 'dumpW'],
      ['batteryLossWh', 'batteryLossW'],
      ['chargeWh', 'chargeW'],
      ['dischargeWh', 'dischargeW'],
      ['unmetWh', 'unmetW'],
      ['criticalUnmetWh', 'criticalUnmetW'],
    ]
    fc.assert(
      fc.property(anyTerms, anyFortnight, (terms, made) => {
        const { steps, row, totals } = fortnight(terms, made)
        const rows = Array.from({ length: steps }, (_, step) => row(step))
        for (const [total, flow] of sums) {
          const sum = rows.reduce((all, each) => all + each[flow] * terms.stepH, 0)
          expect(Math.abs(totals[total] - sum), total).toBeLessThan(1e-3 + 1e-9 * Math.abs(sum))
        }
        const served = totals.acServedWh + totals.dcServedWh
        expect(Math.abs(totals.wantedWh - served - totals.unmetWh)).toBeLessThan(1e-3 + 1e-9 * totals.wantedWh)
        const byRank = totals.criticalUnmetWh + totals.ordinaryUnmetWh + totals.waitUnmetWh
        expect(Math.abs(totals.unmetWh - byRank)).toBeLessThan(1e-2)
        expect(totals.unmetHours).toBeCloseTo(rows.filter(({ unmetW }) => unmetW > 1e-6).length * terms.stepH, 6)
      }),
      { numRuns: 30 },
    )
  })

  test('a second, plain writing of it agrees, flow by flow', () => {
    fc.assert(
      fc.property(anyTerms, anyFortnight, (terms, made) => {
        const { steps, row, divisor, totals } = fortnight(terms, made)
        const second = secondBalance(terms, { ...made, divisor }, MADE_DAYS)
        let worst = { off: 0, where: '' }
        for (let step = 0; step < steps; step++) {
          const [first, other] = [row(step), second.rows[step]]
          if (!other) throw new Error('a step is missing')
          for (const name of FLOWS) {
            const size =
              1 + Math.abs(other[name]) + (name === 'storedWh' ? terms.fullWh : other.chargeW + other.dischargeW)
            const off = Math.abs(first[name] - other[name]) / size
            if (off > worst.off) worst = { off, where: `${name} in step ${step}` }
          }
        }
        expect(worst.off, worst.where).toBeLessThan(2e-5)
        expect(totals.fuelL).toBeCloseTo(second.fuelL, 2)
      }),
      { numRuns: 60 },
    )
  })
})

describe('the two wells', () => {
  test('follow the equations of Manwell & McGowan: a step in one go is a thousand small ones', () => {
    const [share, perH, watts, full] = [0.4, 1, 800, 10_000]
    const { wellOwn, wellBound, wellPerW } = wellTerms(share, perH, 1)
    let [own, bound] = [share * full, (1 - share) * full]
    const once = wellOwn * own + wellBound * bound - wellPerW * watts
    // dq₁/dt = −P + k(1 − c)c(q₂/(1 − c) − q₁/c), as the rate constant k′ = k/(c(1 − c)) of the closed form has it.
    const small = 1e-5
    for (let t = 0; t < 1; t += small) {
      const flow = perH * (share * bound - (1 - share) * own)
      own += (-watts + flow) * small
      bound -= flow * small
    }
    expect(once).toBeCloseTo(own, 0)
  })

  test('give less the faster they are drawn, and what is bound comes back with rest', () => {
    // Hours at a steady draw until what is at hand is gone, of a bank of 20 h: what sheets of lead-acid show.
    const drawn = (rateH: number) => {
      const { wellOwn, wellBound, wellPerW } = wellTerms(0.4, 1, 0.01)
      const watts = 1 / rateH
      let [own, all, hours] = [0.4, 1, 0]
      while (own > 0) {
        const next = wellOwn * own + wellBound * (all - own) - wellPerW * watts
        all -= watts * 0.01
        own = next
        hours += 0.01
      }
      return hours * watts
    }
    const whole = drawn(21.5)
    expect(drawn(6) / whole).toBeCloseTo(0.83, 1)
    expect(drawn(1.8) / whole).toBeCloseTo(0.55, 1)
  })
})
