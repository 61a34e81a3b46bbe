import { z } from 'zod'
import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, fraction, monthly, quantity } from '../method/quantity.ts'
import { horizonTakes, openHours, openShareOfSky } from './horizon.ts'
import {
  beamOnPlane,
  flatBehindPlane,
  monthLimitKwhPerM2Day,
  monthSky,
  planeKwhPerM2Day as planeInMonth,
  planeNormal,
} from './plane.ts'
import { extraterrestrialDaily, latitude, sunPosition } from './sun-methods.ts'

const sunOnFlat = quantity('H', 'sun on the flat', 'kWh/m² a day', { min: 0 })
const sunInPlane = quantity('H_p', 'sun in the plane', 'kWh/m² a day')

export const planeMonthly = defineMethod({
  id: 'sun.plane-monthly',
  title: 'Sun in a tilted plane, by month',
  inputs: {
    latitudeDeg: latitude,
    tiltDeg: quantity('β', 'tilt from flat', '°', { min: 0, max: 90 }),
    azimuthDeg: quantity('γ', 'direction the plane faces, clockwise from north', '°', { min: 0, max: 360 }),
    horizontalKwhPerM2Day: monthly(sunOnFlat),
    albedo: z
      .union([fraction('ρ', 'ground reflectance'), monthly(fraction('ρ', 'ground reflectance'))], {
        error: () => 'a number from 0 to 1, or 12 of them',
      })
      .default(0.2),
  },
  outputs: { planeKwhPerM2Day: monthly(sunInPlane) },
  formula: [
    '{planeKwhPerM2Day} = beam × R_b + diffuse × (1 + cos β)/2 + total × ρ × (1 − cos β)/2, summed over the solar hours',
  ],
  source: 'Liu & Jordan 1960; Collares-Pereira & Rabl 1979; Erbs, Klein & Duffie 1982; as in Duffie & Beckman, ch. 2',
  notes:
    'kWh/m² a day in the plane and peak sun hours are the same number. Isotropic sky; the beam counts from 3° above the horizon.',
  compute({ latitudeDeg, tiltDeg, azimuthDeg, horizontalKwhPerM2Day, albedo }) {
    const planeKwhPerM2Day = horizontalKwhPerM2Day.map((horizontalKwh, month) => {
      const limitKwh = monthLimitKwhPerM2Day(latitudeDeg, month)
      if (!(horizontalKwh <= limitKwh)) {
        throw outOfDomain(
          `horizontalKwhPerM2Day.${month}`,
          horizontalKwh,
          `a number from 0 to ${limitKwh.toFixed(2)} kWh/m² a day, what arrives above the air at latitude ${latitudeDeg}°`,
        )
      }
      const ground = typeof albedo === 'number' ? albedo : (albedo[month] ?? 0.2)
      return planeInMonth(monthSky(latitudeDeg, month, horizontalKwh), tiltDeg, azimuthDeg, ground)
    })
    return { planeKwhPerM2Day }
  },
})

const tilt = quantity('β', 'tilt from flat', '°', { min: 0, max: 90 })
const azimuth = quantity('γ', 'direction the plane faces, clockwise from north', '°', { min: 0, max: 360 })
const inPlane = quantity('H_p', 'sun in the plane', 'kWh/m² a day', { min: 0 })
const peakHours = quantity('PSH', 'peak sun hours', 'h a day', { min: 0 })
const noShares = (): number[] => Array<number>(12).fill(0)

export const flatFromPlane = defineMethod({
  id: 'sun.flat-from-plane',
  title: 'Sun on the flat behind figures for a plane',
  inputs: {
    latitudeDeg: latitude,
    tiltDeg: tilt,
    azimuthDeg: azimuth,
    planeKwhPerM2Day: monthly(inPlane),
    albedo: fraction('ρ', 'ground reflectance').default(0.2),
  },
  outputs: { horizontalKwhPerM2Day: monthly(sunOnFlat) },
  formula: ['{horizontalKwhPerM2Day}: the sun on the flat from which sun.plane-monthly gives {planeKwhPerM2Day}'],
  source:
    'sun.plane-monthly turned round, by halving; the least figure where a plane turned from the sun leaves several',
  notes: 'So that figures given for a tilted plane serve any other plane too.',
  compute({ latitudeDeg, tiltDeg, azimuthDeg, planeKwhPerM2Day, albedo }) {
    const horizontalKwhPerM2Day = planeKwhPerM2Day.map((planeKwh, month) => {
      const { flatKwh, mostKwh } = flatBehindPlane(latitudeDeg, month, planeKwh, { tiltDeg, azimuthDeg, albedo })
      if (flatKwh === null) {
        throw outOfDomain(
          `planeKwhPerM2Day.${month}`,
          planeKwh,
          `a number from 0 to ${mostKwh.toFixed(2)} kWh/m² a day, the most a sky gives that plane at latitude ${latitudeDeg}°`,
        )
      }
      return flatKwh
    })
    return { horizontalKwhPerM2Day }
  },
})

export const horizonLoss = defineMethod({
  id: 'sun.horizon-loss',
  title: 'Sun lost behind the horizon',
  inputs: {
    latitudeDeg: latitude,
    tiltDeg: tilt,
    azimuthDeg: azimuth,
    horizontalKwhPerM2Day: monthly(sunOnFlat),
    albedo: fraction('ρ', 'ground reflectance').default(0.2),
    horizon: z
      .array(
        z.strictObject({
          azimuthDeg: quantity('γ', 'direction, clockwise from north', '°', { min: 0, max: 360 }),
          heightDeg: quantity('α', 'height of the horizon', '°', { min: 0, max: 90 }),
        }),
        { error: () => 'a list of points with azimuthDeg and heightDeg' },
      )
      .max(720, { error: () => 'at most 720 points' })
      .meta({ label: 'points of the horizon' }),
  },
  outputs: {
    lostFraction: monthly(fraction('s_h', 'share lost to the horizon')),
    beamLostFraction: monthly(fraction('s_b', 'share of the beam lost')),
    diffuseLostFraction: fraction('s_d', 'share of the diffuse light lost'),
  },
  formula: [
    '{lostFraction} = (beam of the hours in which the sun stands behind the horizon + diffuse × {diffuseLostFraction}) ÷ sun in the plane',
  ],
  source:
    'Geometry; the sky and its hours as in sun.plane-monthly, the sun looked at every ten minutes; even diffuse sky',
  notes: 'Straight lines between the points, right round the compass. What the ground reflects is left as it is.',
  compute({ latitudeDeg, tiltDeg, azimuthDeg, horizontalKwhPerM2Day, albedo, horizon }) {
    const openSky = openShareOfSky(horizon, tiltDeg, azimuthDeg)
    const normal = planeNormal(tiltDeg, azimuthDeg)
    const months = horizontalKwhPerM2Day.map((horizontalKwh, month) => {
      const sky = monthSky(latitudeDeg, month, horizontalKwh)
      const whole = planeInMonth(sky, tiltDeg, azimuthDeg, albedo)
      const beam = sky.beams.reduce((sum, each) => sum + beamOnPlane(each, normal), 0)
      const { beamKwh, diffuseKwh } = horizonTakes(sky, openHours(sky, horizon), normal, openSky)
      return {
        lost: whole > 0 ? Math.min(1, (beamKwh + diffuseKwh) / whole) : 0,
        beamLost: beam > 0 ? Math.min(1, beamKwh / beam) : 0,
      }
    })
    return {
      lostFraction: months.map(({ lost }) => lost),
      beamLostFraction: months.map(({ beamLost }) => beamLost),
      diffuseLostFraction: 1 - openSky,
    }
  },
})

export const seasonalPositions = defineMethod({
  id: 'sun.seasonal-positions',
  title: 'Sun in a plane that is set by the season',
  inputs: {
    planeKwhByPosition: z
      .array(monthly(inPlane), { error: () => 'for each position 12 monthly figures' })
      .min(1, { error: () => 'at least one position' })
      .max(4, { error: () => 'at most four positions' })
      .meta({ label: 'sun in the plane, for each position' }),
    positionOfMonth: monthly(
      quantity('', 'position in that month, counted from 1', '', { min: 1, max: 4, integer: true }),
    ),
  },
  outputs: { planeKwhPerM2Day: monthly(sunInPlane) },
  formula: ['{planeKwhPerM2Day} = in each month the figure of the position the frame then stands in'],
  source: 'Definition',
  notes: 'Somebody has to set it on the day; a season missed is lost sun.',
  compute({ planeKwhByPosition, positionOfMonth }) {
    const planeKwhPerM2Day = positionOfMonth.map((position, month) => {
      const kwh = planeKwhByPosition[position - 1]?.[month]
      if (kwh === undefined)
        throw outOfDomain(`positionOfMonth.${month}`, position, `a position from 1 to ${planeKwhByPosition.length}`)
      return kwh
    })
    return { planeKwhPerM2Day }
  },
})

export const shadedSunHours = defineMethod({
  id: 'sun.shaded-hours',
  title: 'Peak sun hours left after shade and snow',
  inputs: {
    planeKwhPerM2Day: monthly(inPlane),
    shadeFraction: monthly(fraction('s', 'share lost to shade')),
    horizonFraction: monthly(fraction('s_h', 'share lost to the horizon')).default(noShares),
    snowFraction: monthly(fraction('s_n', 'share lost to snow on the panels')).default(noShares),
  },
  outputs: { peakSunHours: monthly(quantity('PSH', 'peak sun hours', 'h a day')) },
  formula: [
    '{peakSunHours} = {planeKwhPerM2Day} × (1 − {horizonFraction}) × (1 − {shadeFraction}) × (1 − {snowFraction}), month by month',
  ],
  source: 'Definition: 1 kWh/m² in the plane is one hour at 1000 W/m²',
  notes: 'Peak sun hours are not hours of daylight.',
  compute({ planeKwhPerM2Day, shadeFraction, horizonFraction, snowFraction }) {
    const left = (month: number) =>
      (1 - (shadeFraction[month] ?? 0)) * (1 - (horizonFraction[month] ?? 0)) * (1 - (snowFraction[month] ?? 0))
    return { peakSunHours: planeKwhPerM2Day.map((kwh, month) => kwh * left(month)) }
  },
})

export const planesTogether = defineMethod({
  id: 'sun.planes-together',
  title: 'Peak sun hours of an array in several planes',
  inputs: {
    peakSunHoursByPlane: z
      .array(monthly(peakHours), { error: () => 'for each plane 12 monthly figures' })
      .min(1, { error: () => 'at least one plane' })
      .meta({ label: 'peak sun hours of each plane' }),
    parts: z
      .array(quantity('w', 'parts of the array in that plane', '', { min: 0 }), { error: () => 'one number a plane' })
      .meta({ label: 'parts of the array in each plane' }),
  },
  outputs: { peakSunHours: monthly(quantity('PSH', 'peak sun hours', 'h a day')) },
  formula: ['{peakSunHours} = sum of parts × peak sun hours of each plane ÷ sum of {parts}'],
  source: 'Arithmetic',
  notes: 'Each plane needs a tracker of its own, or strings that suit being mixed.',
  compute({ peakSunHoursByPlane, parts }) {
    if (parts.length !== peakSunHoursByPlane.length)
      throw outOfDomain('parts', parts.length, `as many as there are planes, ${peakSunHoursByPlane.length}`)
    const all = parts.reduce((sum, each) => sum + each, 0)
    if (!(all > 0)) throw outOfDomain('parts', parts, 'at least one part above 0')
    return {
      peakSunHours: noShares().map((_, month) =>
        peakSunHoursByPlane.reduce((sum, hours, i) => sum + ((hours[month] ?? 0) * (parts[i] ?? 0)) / all, 0),
      ),
    }
  },
})

export const cellTemperature = defineMethod({
  id: 'panel.cell-temperature',
  title: 'How hot a cell gets',
  inputs: {
    ambientC: quantity('T_a', 'air temperature', '°C', AIR_RANGE_C),
    irradianceWPerM2: quantity('G', 'sun on the panel', 'W/m²', { min: 0, max: 2000 }),
    noctC: quantity('NOCT', 'nominal operating cell temperature', '°C', { min: 20, max: 90 }),
  },
  outputs: { cellC: quantity('T_c', 'cell temperature', '°C') },
  formula: ['{cellC} = {ambientC} + ({noctC} − 20) ÷ 800 × {irradianceWPerM2}'],
  source: 'NOCT model, IEC 61215; Duffie & Beckman, §23.3',
  notes: 'For panels with air behind them; flat on a roof runs hotter.',
  compute: ({ ambientC, irradianceWPerM2, noctC }) => ({ cellC: ambientC + ((noctC - 20) / 800) * irradianceWPerM2 }),
})

export const siteMethods = [
  sunPosition,
  extraterrestrialDaily,
  planeMonthly,
  flatFromPlane,
  horizonLoss,
  seasonalPositions,
  shadedSunHours,
  planesTogether,
  cellTemperature,
]
