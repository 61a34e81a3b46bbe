import { describe, expect, test } from 'vitest'
import { arrayYear, clippedInYear } from '../src/after/array-year.ts'
import { planStrings } from '../src/after/planner.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { fieldStation, rescueHut } from '../src/demo/demo.ts'
import { from, holds } from './definition.ts'
import { altered, designed, panel } from './designed.ts'

describe('choosing a controller', () => {
  test('every layout that fits keeps its window, the nearest to the need first', () => {
    const job = fieldStation()
    const now = designed(job)
    const item = SHIPPED_CATALOGUE.controllers.find(({ id }) => id === 'lanthorn-m150-100')
    if (!item) throw new Error('no controller')
    const planned = planStrings(now, panel('dorveth-430'), item)
    const fits = planned.filter((each) => each.fits)
    expect(fits.length).toBeGreaterThan(2)
    for (const { coldV, hotV, neededV, limitV } of fits) {
      expect(coldV).toBeLessThan(limitV)
      expect(hotV).toBeGreaterThanOrEqual(neededV)
    }
    const far = fits.map(({ arrayPowerW }) => Math.abs(arrayPowerW - (now.array.requiredPowerW?.value ?? 0)))
    expect([...far].sort((a, b) => a - b)).toEqual(far)
  })

  test('a PWM controller never fits panels that are not made for the battery', () => {
    const job = fieldStation()
    const now = designed(job)
    const pwm = SHIPPED_CATALOGUE.controllers.find(({ id }) => id === 'lanthorn-p40')
    if (!pwm) throw new Error('no controller')
    expect(planStrings(now, panel('dorveth-430'), pwm).some(({ fits }) => fits)).toBe(false)
    const matched = planStrings(now, panel('skerrin-200-24'), pwm)
    expect(matched.some(({ short }) => short !== 'not made for this battery')).toBe(true)
  })

  test('clipping accepted lets more strings on; the year says what it costs', () => {
    const small = (clippingFraction: number | null) =>
      altered(fieldStation(), (option) => ({
        ...option,
        controller: {
          ...option.controller,
          itemId: 'lanthorn-m150-45',
          quantity: 2,
          clippingFraction,
          panelsPerString: 2,
          stringsPerController: 2,
        },
      }))
    expect(designed(small(null)).array.layout?.short).toContain('more than it passes on')
    const accepted = designed(small(0.4))
    expect(accepted.array.layout?.short).not.toContain('more than it passes on')
    const year = arrayYear(accepted)
    if (!year) throw new Error('no year')
    const { clippedKwh, possibleKwh } = clippedInYear(accepted, year)
    expect(clippedKwh).toBeGreaterThan(0)
    expect(clippedKwh).toBeLessThan(possibleKwh * 0.4)
  })

  test('an all-in-one brings its controller, free, and shares strings over its inputs', () => {
    const job = altered(rescueHut(), (option) => ({
      ...option,
      controller: { ...option.controller, itemId: null, stringsPerController: 2, panelsPerString: 5 },
      inverter: { ...option.inverter, itemId: 'brayholm-48-8000d' },
    }))
    const { controller, parts, wiring } = designed(job)
    expect(controller.item?.id).toBe('brayholm-48-8000d')
    expect(controller.strings?.stringsPerInput).toBe(1)
    expect(parts.lines.filter(({ item }) => item.id === 'brayholm-48-8000d').length).toBe(1)
    expect(wiring.circuits.map(({ kind }) => kind)).not.toContain('controller')
  })
})

test('a candidate says all that keeps it from fitting', () => {
  const job = altered(fieldStation(), (option) => ({
    ...option,
    inverter: { ...option.inverter, itemId: 'orrowell-12-600-step', quantity: 1 },
  }))
  const reasons = designed(job).inverter.candidates.find(({ item }) => item.id === 'orrowell-12-600-step')?.short
  // 682 W together and a quarter more; a start of 1,602 W; 24 V; electronics on a stepped wave.
  expect(reasons).toBe('made for 12 V, too few watts, too few volt-amperes, start too weak, stepped waveform')
  const cold = { ...fieldStation(), site: { ...fieldStation().site, batteryRoomLowC: -15, batteryRoomHighC: 55 } }
  const frozen = designed(cold).battery.candidates.find(({ item }) => item.id === 'haskerl-24-60')?.short
  expect(frozen).toMatch(/more than 6 strings.*no charging below 0.*no use above 45/)
})

describe('definitions', () => {
  holds(
    'controller.mppt-output',
    { arrayPowerW: from(0, 1e4), batteryVoltageV: from(10, 60), ratedOutputA: from(5, 200), efficiency: from(0.8, 1) },
    (i) => {
      const outputCurrentA = (i.arrayPowerW * i.efficiency) / i.batteryVoltageV
      return {
        outputCurrentA,
        limitedCurrentA: Math.min(outputCurrentA, i.ratedOutputA),
        clips: outputCurrentA > i.ratedOutputA,
        clippedW: Math.max(0, i.arrayPowerW * i.efficiency - i.ratedOutputA * i.batteryVoltageV),
      }
    },
  )
})
