import { describe, expect, test } from 'vitest'
import { batteryFromLabel, itemFromLabelCells, LABEL_FIELDS } from '../src/catalogue/from-label.ts'
import { cellsOf, itemFromCells } from '../src/catalogue/item-text.ts'
import { CHEMISTRIES } from '../src/tables/chemistries.ts'

const CELLS = {
  maker: 'Quernstone',
  model: 'Q12-100',
  chemistry: 'agm lead-acid',
  unitVoltageV: '12',
  capacityAh: '0.1 kAh',
  weightKg: '64 lb',
  price: '210',
}

describe('a battery from its label', () => {
  test('seven fields give a whole sheet, marked, that reads back the same', () => {
    expect(LABEL_FIELDS).toHaveLength(7)
    const item = itemFromLabelCells({ ...CELLS, capacityAh: '100' })
    expect(item).toMatchObject({
      kind: 'battery',
      fromLabel: true,
      maxChargeA: 25,
      seriesAllowed: true,
      maxParallel: 3,
    })
    expect(item.weightKg).toBeCloseTo(29.03, 2)
    expect(itemFromCells('battery', cellsOf(item))).toEqual(item)
  })

  test.each(CHEMISTRIES.map((row) => [row.chemistry, row] as const))(
    '%s: careful figures of its kind',
    (chemistry, row) => {
      const cells = row.cellNominalV < 3 ? 6 : 4
      const item = batteryFromLabel({
        maker: 'Q',
        model: chemistry,
        chemistry,
        unitVoltageV: cells * row.cellNominalV,
        capacityAh: 80,
        weightKg: 20,
        price: 1,
      })
      expect(item.maxChargeA).toBeCloseTo(row.chargeRateHighPerH * 80, 1)
      expect(item.maxDischargeA).toBeCloseTo(row.dischargeRateMaxPerH * 80, 1)
      expect(item.lowCutoffV).toBeLessThan(item.unitVoltageV)
      expect(item.absorptionV).toBeGreaterThan(item.unitVoltageV)
      expect(item.resistanceMilliohm).toBeGreaterThan(0.1)
      if (row.gassing === 'none') expect(item.seriesAllowed).toBe(false)
    },
  )

  test.each([
    [{ chemistry: 'porridge' }, 'chemistry'],
    [{ capacityAh: 'plenty' }, 'capacityAh'],
    [{ capacityAh: '-5' }, 'capacityAh'],
    [{ unitVoltageV: '' }, 'unitVoltageV'],
    [{ maker: '' }, 'maker'],
  ])('%o is refused by its name', (wrong, field) => {
    expect(() => itemFromLabelCells({ ...CELLS, capacityAh: '100', ...wrong })).toThrow(new RegExp(field))
  })
})
