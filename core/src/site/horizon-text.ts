import type { HorizonPoint } from '../job/schema.ts'
import { MOST_HORIZON_POINTS } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import { horizonHeightDeg } from './horizon.ts'

/** Degrees between the points of a horizon drawn by hand. */
export const DRAWN_STEP_DEG = 5

/**
 * Reads the points of a horizon: a line each, azimuth clockwise from north and height, in degrees. Lines that begin with a
 * letter or # are headings; −180 to 180 about north is understood.
 * @throws {InputError} naming the line that is no point
 */
export function readHorizon(text: string): HorizonPoint[] {
  const points: HorizonPoint[] = []
  text.split(/\r?\n/).forEach((line, i) => {
    const plain = line.trim()
    if (plain === '' || /^[#a-z"]/i.test(plain)) return
    const semicolons = plain.includes(';') || plain.includes('\t')
    const parts = plain
      .split(semicolons ? /\s*[;\t]\s*/ : /\s*,\s*|\s+/)
      .map((part) => Number(part.replace(',', '.').replace('−', '-').replace('°', '')))
    const [azimuthDeg = Number.NaN, heightDeg = Number.NaN] = parts
    if (!(azimuthDeg >= -180 && azimuthDeg <= 360 && heightDeg >= 0 && heightDeg <= 90)) {
      throw new InputError(
        'INPUT_INVALID',
        `line ${i + 1}`,
        `line ${i + 1}, “${plain.slice(0, 30)}”: expected an azimuth from -180 to 360 and a height from 0 to 90, in degrees`,
      )
    }
    points.push({ azimuthDeg: (azimuthDeg + 360) % 360, heightDeg })
  })
  if (points.length > MOST_HORIZON_POINTS) {
    throw new InputError('INPUT_INVALID', 'horizon', `${points.length} points; expected at most ${MOST_HORIZON_POINTS}`)
  }
  return points.sort((a, b) => a.azimuthDeg - b.azimuthDeg)
}

/** The points of a horizon as `readHorizon` reads them. */
export const horizonText = (horizon: readonly HorizonPoint[]): string =>
  horizon.map(({ azimuthDeg, heightDeg }) => `${azimuthDeg} ${heightDeg}`).join('\n')

/** Heights of a horizon every five degrees, for drawing over it. */
export const drawnHeights = (horizon: readonly HorizonPoint[]): number[] =>
  Array.from({ length: 360 / DRAWN_STEP_DEG }, (_, i) => horizonHeightDeg(horizon, i * DRAWN_STEP_DEG))

/** Heights every five degrees as points, without those a straight line holds; none where all is flat. */
export function pointsOfHeights(heights: readonly number[]): HorizonPoint[] {
  const at = (i: number) => heights[(i + heights.length) % heights.length] ?? 0
  const rounded = (value: number) => Math.round(value * 2) / 2
  if (heights.every((height) => rounded(height) === 0)) return []
  return heights.flatMap((height, i) => {
    const onLine = Math.abs(rounded(at(i - 1)) + rounded(at(i + 1)) - 2 * rounded(height)) < 1e-9
    return onLine && i > 0 ? [] : [{ azimuthDeg: i * DRAWN_STEP_DEG, heightDeg: rounded(height) }]
  })
}
