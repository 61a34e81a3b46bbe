import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { choice, fraction, monthly, quantity } from '../method/quantity.ts'
import { dayClearness, hourDiffuseShare } from './clearness.ts'
import { monthLimitKwhPerM2Day } from './plane.ts'
import { cosDeg } from './solar-geometry.ts'
import { syntheticYear, yearStatistics } from './synthetic-year.ts'
import { hourInPlaneW, monthlyMeans } from './year-in-plane.ts'

/** From months to days and hours: clearness, diffuse share, plane and the synthetic year. */

const latitude = quantity('φ', 'latitude, north positive', '°', { min: -90, max: 90 })
const sunOnFlat = quantity('H', 'sun on the flat', 'kWh/m² a day', { min: 0 })
const tilt = quantity('β', 'tilt from flat', '°', { min: 0, max: 90 })

export const dayClearnessSpread = defineMethod({
  id: 'sun.day-clearness',
  title: 'How clear the days of a month are',
  inputs: {
    monthClearness: quantity('K̄', 'clearness of the month', '', { min: 0.1, max: 0.75 }),
    share: fraction('F', 'share of days not clearer than this'),
  },
  outputs: { clearness: quantity('K', 'clearness of that day', '') },
  formula: [
    '{clearness} = ln(e^(γ·0.05) + {share} · (e^(γ·K_max) − e^(γ·0.05))) ÷ γ, with γ such that the mean is {monthClearness}',
  ],
  source:
    'Bendt, Collares-Pereira & Rabl, Solar Energy 27 (1981) 1; K_max = 0.6313 + 0.267 K̄ − 11.9 (K̄ − 0.75)⁸ as in Duffie & Beckman, §2.9',
  notes: 'A month is a mixture of clear and dull days, and the mixture follows from its mean.',
  compute: ({ monthClearness, share }) => ({ clearness: dayClearness(monthClearness, share) }),
})

export const hourDiffuse = defineMethod({
  id: 'sun.hour-diffuse',
  title: 'Diffuse share of an hour',
  inputs: { clearness: quantity('k', 'clearness of the hour', '', { min: 0, max: 1 }) },
  outputs: { diffuseFraction: fraction('f_d', 'diffuse share') },
  formula: ['{diffuseFraction} from {clearness} by three pieces: below 0.22, to 0.80, above'],
  source: 'Erbs, Klein & Duffie, Solar Energy 28 (1982) 293; Duffie & Beckman, eq. 2.10.1',
  notes: 'A clear hour is mostly beam, a dull one all diffuse.',
  compute: ({ clearness }) => ({ diffuseFraction: hourDiffuseShare(clearness) }),
})

const SKY_MODELS = ['isotropic', 'hay-davies'] as const

export const hourPlane = defineMethod({
  id: 'sun.hour-plane',
  title: 'One hour in a tilted plane',
  inputs: {
    totalWPerM2: quantity('G', 'sun on the flat', 'W/m²', { min: 0, max: 1600 }),
    diffuseWPerM2: quantity('G_d', 'diffuse of it', 'W/m²', { min: 0, max: 1600 }),
    extraterrestrialWPerM2: quantity('G_0', 'sun above the air, on the flat', 'W/m²', { above: 0, max: 1500 }),
    zenithDeg: quantity('θ_z', 'sun from straight up', '°', { min: 0, max: 90 }),
    incidenceDeg: quantity('θ', 'sun from the plane’s normal', '°', { min: 0, max: 180 }),
    tiltDeg: tilt,
    albedo: fraction('ρ', 'ground reflectance').default(0.2),
    sky: choice(SKY_MODELS).default('hay-davies'),
  },
  outputs: { planeWPerM2: quantity('G_p', 'sun in the plane', 'W/m²') },
  formula: [
    '{planeWPerM2} = (beam + {diffuseWPerM2}·A) · cos θ/cos θ_z + {diffuseWPerM2}·(1 − A)·(1 + cos β)/2 + {totalWPerM2}·ρ·(1 − cos β)/2; A = beam ÷ {extraterrestrialWPerM2}, or 0 for an even sky',
  ],
  source: 'Liu & Jordan 1960 (isotropic); Hay & Davies 1980 (hay-davies); Duffie & Beckman, §2.15 and §2.16',
  notes: 'The even sky is the safer figure for a plane to the equator: it gives less.',
  compute({
    totalWPerM2,
    diffuseWPerM2,
    extraterrestrialWPerM2,
    zenithDeg,
    incidenceDeg,
    tiltDeg,
    albedo,
    sky: model,
  }) {
    if (diffuseWPerM2 > totalWPerM2)
      throw outOfDomain('diffuseWPerM2', diffuseWPerM2, `a number from 0 to ${totalWPerM2} W/m², the whole`)
    return {
      planeWPerM2: hourInPlaneW({
        totalW: totalWPerM2,
        diffuseW: diffuseWPerM2,
        topW: extraterrestrialWPerM2,
        cosZenith: cosDeg(zenithDeg),
        cosIncidence: cosDeg(incidenceDeg),
        cosTilt: cosDeg(tiltDeg),
        albedo,
        sky: model,
      }),
    }
  },
})

export const syntheticYearMethod = defineMethod({
  id: 'sun.synthetic-year',
  title: 'A year of days from twelve figures',
  inputs: {
    latitudeDeg: latitude,
    horizontalKwhPerM2Day: monthly(sunOnFlat),
    seed: quantity('', 'seed: the same gives the same year', '', { min: 0, max: 4_294_967_295, integer: true }).default(
      1,
    ),
  },
  outputs: {
    monthKwhPerM2Day: monthly(quantity('H', 'sun on the flat of the year made', 'kWh/m² a day')),
    clearDays: quantity('', 'days clearer than 0.6', 'd'),
    mixedDays: quantity('', 'days between', 'd'),
    overcastDays: quantity('', 'days duller than 0.3', 'd'),
    lagOneCorrelation: quantity('φ', 'likeness of a day to the one before', ''),
  },
  formula: [
    '{monthKwhPerM2Day} = {horizontalKwhPerM2Day}; {clearDays}, {mixedDays}, {overcastDays} and {lagOneCorrelation} counted in the year made from {seed}',
  ],
  source:
    'Bendt et al. 1981 (spread); Knight, Klein & Duffie 1991 (quantiles put in order); Graham, Hollands & Brunger 1988 (persistence)',
  notes: 'One year such as the figures allow, not a forecast. Its months return the figures entered.',
  compute({ latitudeDeg, horizontalKwhPerM2Day, seed }) {
    const beyond = horizontalKwhPerM2Day.findIndex((kwh, month) => !(kwh <= monthLimitKwhPerM2Day(latitudeDeg, month)))
    if (beyond >= 0) {
      const limitKwh = monthLimitKwhPerM2Day(latitudeDeg, beyond)
      throw outOfDomain(
        `horizontalKwhPerM2Day.${beyond}`,
        horizontalKwhPerM2Day[beyond],
        `a number from 0 to ${limitKwh.toFixed(2)} kWh/m² a day, what arrives above the air at latitude ${latitudeDeg}°`,
      )
    }
    const air = { monthMeanC: Array<number>(12).fill(0), daySwingK: 0 }
    const year = syntheticYear({ latitudeDeg, flatKwhPerM2Day: horizontalKwhPerM2Day, seed, ...air })
    return { monthKwhPerM2Day: monthlyMeans(year.totalW), ...yearStatistics(year) }
  },
})

export const hourMethods = [dayClearnessSpread, hourDiffuse, hourPlane, syntheticYearMethod]
