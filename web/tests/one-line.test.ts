import { describe, expect, test } from 'vitest'
import { BOX_HEIGHT, oneLineLayout, WAY_HEIGHT } from '../src/links/wiring/one-line-layout.ts'
import { clinicJob, everyJob, planOf } from './plants.ts'

describe.each(everyJob)('the one-line picture of %s', (_, job) => {
  const { plant, wiring } = planOf(job)
  const layout = oneLineLayout(plant, new Map())

  test('holds every circuit of the schedule', () => {
    const drawn = new Set([...layout.joints, ...layout.ways].map(({ joint }) => joint.id))
    for (const { id, title } of wiring.circuits) expect(drawn.has(id), title).toBe(true)
  })

  test('stays within its frame, boxes apart from one another', () => {
    for (const { x, y, width } of layout.units) {
      expect(x >= 0 && x + width <= layout.width).toBe(true)
      expect(y >= 0 && y + BOX_HEIGHT <= layout.height).toBe(true)
    }
    for (const a of layout.units)
      for (const b of layout.units) {
        if (a === b) continue
        const apart = a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + BOX_HEIGHT <= b.y || b.y + BOX_HEIGHT <= a.y
        expect(apart, `${a.key} and ${b.key}`).toBe(true)
      }
  })

  test('hangs the ways below their boards, one under the other and clear of every box', () => {
    for (const way of layout.ways) {
      expect(way.y + WAY_HEIGHT <= layout.height).toBe(true)
      for (const box of layout.units) {
        const apart = way.x >= box.x + box.width || box.x >= way.x + way.width
        expect(apart || way.y >= box.y + BOX_HEIGHT || way.y + WAY_HEIGHT <= box.y, way.text).toBe(true)
      }
    }
    expect(new Set(layout.ways.map(({ x, y }) => `${x} ${y}`)).size).toBe(layout.ways.length)
  })

  test('runs level or upright, and ends at a box or at the bus', () => {
    for (const { joint, corners } of layout.joints) {
      expect(corners.length, joint.id).toBeGreaterThanOrEqual(2)
      corners.slice(1).forEach(([x, y], i) => {
        const [beforeX, beforeY] = corners[i] ?? [Number.NaN, Number.NaN]
        expect(x === beforeX || y === beforeY, joint.id).toBe(true)
      })
    }
    if (wiring.circuits.length > 0) expect(layout.bus).not.toBeNull()
  })
})

describe('several arrays', () => {
  const job = clinicJob({ id: 'shed', name: 'Shed' })
  const { plant } = planOf(job)
  const layout = oneLineLayout(plant, new Map([['shed', 'Shed']]))

  test('have a row each, under their names', () => {
    expect(layout.captions.map(({ text }) => text)).toEqual(['Main array', 'Shed'])
    const rows = layout.units.filter(({ key }) => key.startsWith('panels.')).map(({ y }) => y)
    expect(new Set(rows).size).toBe(2)
  })
})
