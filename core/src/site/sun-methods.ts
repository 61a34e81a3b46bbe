import { z } from 'zod'
import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { quantity } from '../method/quantity.ts'
import { extraterrestrialDailyWhPerM2, sunPosition as positionOfSun } from './solar-geometry.ts'

export const latitude = quantity('φ', 'latitude, north positive', '°', { min: -90, max: 90 })
const _sunOnFlat = quantity('H', 'sun on the flat', 'kWh/m² a day', { min: 0 })
const _sunInPlane = quantity('H_p', 'sun in the plane', 'kWh/m² a day')

const ISO_INSTANT = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?(Z|[+-]\d{2}:\d{2})?$/

/** Instant of an ISO 8601 text, ms; a text without a zone is UTC. Dates the calendar does not have are refused. */
function instantMs(utc: string): number {
  const allowed = 'an instant as 2026-06-21T12:00:00Z, years 1900 to 2100'
  const parts = ISO_INSTANT.exec(utc)
  if (!parts) throw outOfDomain('utc', utc, allowed)
  const [year = 0, month = 0, day = 0, hour = 0, minute = 0, second = 0] = parts
    .slice(1, 7)
    .map((part) => Number(part ?? 0))
  const zone = parts[8]
  const localMs = Date.UTC(year, month - 1, day, hour, minute, second) + Number(`0.${parts[7] ?? 0}`) * 1000
  const dayThere = new Date(Date.UTC(year, month - 1, day))
  const real =
    dayThere.getUTCMonth() === month - 1 && dayThere.getUTCDate() === day && hour < 24 && minute < 60 && second < 60
  if (!real || year < 1900 || year > 2100) throw outOfDomain('utc', utc, allowed)
  if (!zone || zone === 'Z') return localMs
  const offsetMin = Number(zone.slice(1, 3)) * 60 + Number(zone.slice(4, 6))
  return localMs - (zone.startsWith('-') ? -1 : 1) * offsetMin * 60_000
}

export const sunPosition = defineMethod({
  id: 'sun.position',
  title: 'Where the sun stands',
  inputs: {
    latitudeDeg: latitude,
    longitudeDeg: quantity('λ', 'longitude, east positive', '°', { min: -180, max: 180 }),
    utc: z.string({ error: () => 'an instant as 2026-06-21T12:00:00Z' }).meta({ label: 'instant, UTC' }),
  },
  outputs: {
    zenithDeg: quantity('θ_z', 'angle from straight up', '°'),
    azimuthDeg: quantity('γ', 'direction, clockwise from north', '°'),
  },
  formula: [
    '{zenithDeg}, {azimuthDeg} from the sun’s apparent longitude and sidereal time at {latitudeDeg}, {longitudeDeg}',
  ],
  source: 'J. Meeus, Astronomical Algorithms, 2nd ed., ch. 12 and 25',
  notes: 'Geometric, without refraction; good to 0.01° between 1900 and 2100.',
  compute: ({ latitudeDeg, longitudeDeg, utc }) => positionOfSun(latitudeDeg, longitudeDeg, instantMs(utc)),
})

export const extraterrestrialDaily = defineMethod({
  id: 'sun.extraterrestrial-daily',
  title: 'Sun above the air, a day on the flat',
  inputs: {
    latitudeDeg: latitude,
    dayOfYear: quantity('n', 'day of the year', '', { min: 1, max: 366, integer: true }),
  },
  outputs: { whPerM2: quantity('H_0', 'energy a day above the air', 'Wh/m²') },
  formula: ['{whPerM2} = 24/π · 1367 · (1 + 0.033 cos(360·{dayOfYear}/365)) · (cos φ cos δ sin ω_s + ω_s sin φ sin δ)'],
  source: 'Duffie & Beckman, Solar Engineering of Thermal Processes, 4th ed., eq. 1.10.3',
  notes: 'The most a day could bring on the flat if there were no air. Zero in polar night.',
  compute: ({ latitudeDeg, dayOfYear }) => ({ whPerM2: extraterrestrialDailyWhPerM2(latitudeDeg, dayOfYear) }),
})
