import { describe, expect, test } from 'vitest'
import { labelsOf } from '../src/build/labels.ts'
import type { Reading, Step } from '../src/build/step.ts'
import { isOut } from '../src/build/step.ts'
import { stepsOf } from '../src/build/steps.ts'
import { findings } from '../src/checks/checks.ts'
import { tooManyText, wallOf } from '../src/diagram/wall/wall.ts'
import { stationWith } from './designed.ts'

/** Twelve cells of 2 V in series, side by side as often as a person locked it. */
const cells = (parallel: number) =>
  stationWith({
    battery: { itemId: 'murrow-v2-420', parallel },
    controller: { quantity: 4, panelsPerString: 2, stringsPerController: 1 },
  })
const step = (steps: readonly Step[], id: string): Step => {
  const found = steps.find((each) => each.id === id)
  if (!found) throw new Error(`no step ${id}`)
  return found
}
const hang = (made: ReturnType<typeof cells>) =>
  wallOf({ ...made, series: made.battery.bank?.series.value ?? 1, by: made.option.wiring.wall })

describe('a bank of hundreds of cells', () => {
  const many = cells(64)
  const steps = stepsOf(many, null)
  const each = step(steps, 'battery.each')
  const agree = step(steps, 'bank.agree')

  test('is measured by a list of one’s own, of which lowest and highest are entered', () => {
    expect(steps.filter(({ id }) => /^battery\.\d/.test(id))).toEqual([])
    expect(each.what).toMatch(/^768 of them, too many to be listed here/)
    expect(each.fields.map(({ label }) => label)).toEqual(['at rest, lowest', 'at rest, highest'])
    const [lowest, highest] = each.readings({ lowest: 1.2, highest: 2.1 }, () => null)
    // A cell of lead rests at 2.05 to 2.17 V.
    expect([lowest && isOut(lowest), highest && isOut(highest)]).toEqual([true, false])
    expect(each.explain(each.readings({ lowest: -2.1, highest: 2.1 }, () => null))).toContain('exchanged')
  })

  test('agrees by the two, and waits for them', () => {
    const read = (lowest: number, highest: number): Reading | undefined => {
      const measured = each.readings({ lowest, highest }, () => null)
      return agree.readings({}, (id, field) =>
        id === each.id ? (measured.find((reading) => reading.id === field) ?? null) : null,
      )[0]
    }
    expect(agree.after).toEqual(['battery.each'])
    expect(agree.readings({}, () => null)[0]?.value).toBeNull()
    expect(read(2.1, 2.13)).toMatchObject({ value: expect.closeTo(0.03, 6) })
    expect(isOut(read(2.1, 2.14) as Reading)).toBe(false)
    expect(isOut(read(2.08, 2.16) as Reading)).toBe(true)
  })

  test('is told one by one where a person can go through it', () => {
    const few = stepsOf(cells(3), null)
    expect(few.filter(({ id }) => /^battery\.\d/.test(id))).toHaveLength(36)
    expect(few.some(({ id }) => id === 'battery.each')).toBe(false)
  })

  test('has each cell on a label of its own all the same', () => {
    expect(labelsOf(many).filter(({ id }) => id.startsWith('unit.battery.'))).toHaveLength(768)
  })
})

describe('what hangs on a wall', () => {
  test('is drawn piece by piece as far as a site goes', () => {
    const wall = hang(cells(16))
    expect(wall.tooMany).toBeNull()
    expect(wall.pieces.filter(({ role }) => role === 'battery')).toHaveLength(192)
  })

  test('is counted, and said to be too many, beyond it', () => {
    const wall = hang(cells(100))
    expect(wall.tooMany).toBeGreaterThan(1200)
    expect([wall.pieces, wall.ways, wall.crowded]).toEqual([[], [], []])
    expect(tooManyText(12_345)).toMatch(/^12,345 pieces: too many to be hung one by one/)
  })

  test('is not held against anybody where it is not drawn', () => {
    const found = (made: ReturnType<typeof cells>) => {
      const wall = { 'inverter#1': { xMm: 120, yMm: 0 } }
      const option = { ...made.option, wiring: { ...made.option.wiring, wall } }
      return findings({ ...made, option }).flatMap(({ id }) => (id.startsWith('wall.') ? [id] : []))
    }
    expect(found(cells(3))).toContain('wall.crowded')
    expect(found(cells(100))).toEqual([])
  })
})
