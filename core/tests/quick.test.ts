import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { METHODS } from '../src/chain/methods.ts'
import { parseJob } from '../src/job/job.ts'
import { QUICK_EXAMPLES } from '../src/quick/examples.ts'
import type { QuickCalculator } from '../src/quick/fields.ts'
import { QUICK_CALCULATORS, quickAnswer } from '../src/quick/quick.ts'
import { jobFromQuick } from '../src/quick/start-job.ts'
import { writerOf } from '../src/units/writer.ts'

const METRIC = writerOf('metric')
const calculator = (id: string): QuickCalculator => {
  const found = QUICK_CALCULATORS.find((each) => each.id === id)
  if (!found) throw new Error(`no ${id}`)
  return found
}
const answerOf = (id: string, change = {}) => {
  const quick = calculator(id)
  const found = quickAnswer(quick, { ...quick.example, ...change }, METRIC)
  if (!found.ok) throw new Error(found.message)
  return found.answer
}
const plain = (text: string) => text.replaceAll('\u00a0', ' ')

describe('quick answers', () => {
  test('every example belongs to a method, and every method with one has a calculator', () => {
    const ids = new Set(METHODS.map(({ id }) => id))
    expect(Object.keys(QUICK_EXAMPLES).filter((id) => !ids.has(id))).toEqual([])
    expect(Object.keys(QUICK_EXAMPLES).filter((id) => !QUICK_CALCULATORS.some((quick) => quick.id === id))).toEqual([])
    expect(QUICK_CALCULATORS.length).toBeGreaterThan(30)
  })

  test.each(QUICK_CALCULATORS.map((quick) => [quick.id, quick] as const))(
    '%s answers its example, with working, and starts a job',
    (_, quick) => {
      const found = quickAnswer(quick, quick.example, METRIC)
      if (!found.ok) throw new Error(found.message)
      expect(found.answer.steps.length).toBeGreaterThan(0)
      expect(found.answer.headlines.every(({ label, text }) => label !== '' && text !== '')).toBe(true)
      // A name of the code is no label: onAc, maxDropFraction.
      const labels = [...quick.fields, ...found.answer.headlines].map(({ label }) => label)
      expect(labels.filter((label) => /^[a-z]+([A-Z][A-Za-z0-9]*)+$/.test(label))).toEqual([])
      const job = jobFromQuick(quick, quick.example, found.answer)
      expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job)
      expect(job.note).toContain(quick.title)
      expect(() => design(job, SHIPPED_CATALOGUE)).not.toThrow()
    },
  )

  test('a block load step by step, with the units that fall short and stand over', () => {
    // 800 W × 4 h ÷ 0.9 ÷ 0.9 ÷ 0.5 ÷ 24 V = 329 Ah: 2 strings of 2 × 12 V 200 Ah.
    const { headlines, said } = answerOf('block-load-stepwise')
    expect(headlines.map(({ text }) => plain(text))).toEqual(['4 × 12 V 200 Ah', '329 Ah', '9.6 kWh'])
    expect(said.slice(0, 3).map(plain)).toEqual([
      '1 string of 2: 39 % short',
      '2 strings of 2: 22 % over',
      '3 strings of 2: 82 % over',
    ])
  })

  test('one load on DC needs less than on AC, and the job it starts holds it', () => {
    const ac = answerOf('one-load-to-bank').steps.at(-2)?.outputs.nominalCapacityAh?.value as number
    const dc = answerOf('one-load-to-bank', { onAc: false }).steps.at(-2)?.outputs.nominalCapacityAh?.value as number
    expect(dc).toBeLessThan(ac)
    const quick = calculator('one-load-to-bank')
    const job = jobFromQuick(quick, { ...quick.example, onAc: false }, answerOf('one-load-to-bank'))
    expect(job.loads).toMatchObject([{ powerW: 60, hoursPerDay: 24, dutyCycle: 0.35, supply: 'dc' }])
    expect(job.options[0]).toMatchObject({ systemVoltageV: 12, battery: { autonomyDays: 2, depthOfDischarge: 0.8 } })
  })

  test('a figure that cannot be is refused by the name of its field; an empty one takes what stands in', () => {
    const label = calculator('load.power-from-label')
    expect(quickAnswer(label, { ...label.example, powerFactor: 1.4 }, METRIC)).toMatchObject({
      ok: false,
      field: 'powerFactor',
      message: 'power factor: got 1.4; allowed: a number above 0 to 1',
    })
    expect(quickAnswer(label, { voltageV: 230, currentA: null }, METRIC)).toMatchObject({
      ok: false,
      field: 'currentA',
    })
    expect(plain(answerOf('load.power-from-label', { powerFactor: null }).headlines[1]?.text ?? '')).toBe('713 W')
    const block = calculator('block-load-stepwise')
    expect(quickAnswer(block, { ...block.example, hoursPerDay: 25 }, METRIC)).toMatchObject({
      ok: false,
      field: 'hoursPerDay',
    })
  })
})
