import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, quantity } from '../method/quantity.ts'

/** Keeping a battery box warm. */

export const heaterPower = defineMethod({
  id: 'load.heater-power',
  title: 'What the heater of the battery box must give',
  inputs: {
    coldestC: quantity('T_min', 'coldest outside', '°C', AIR_RANGE_C),
    setPointC: quantity('T_s', 'set point', '°C', { min: -20, max: 40 }),
    boxWPerK: quantity('U', 'heat the box loses', 'W/K', { above: 0, max: 1000 }),
  },
  outputs: { heaterW: quantity('P_h', 'heater', 'W') },
  formula: ['{heaterW} = {boxWPerK} × ({setPointC} − {coldestC}), not below 0'],
  source: 'Steady heat balance of a box, EN ISO 13789',
  notes: 'At the record low, with the battery itself giving nothing.',
  compute: ({ coldestC, setPointC, boxWPerK }) => ({ heaterW: boxWPerK * Math.max(0, setPointC - coldestC) }),
})

const HOURS = Array.from({ length: 24 }, (_, hour) => hour)

export const boxHeating = defineMethod({
  id: 'load.box-heating',
  title: 'Keeping the battery box warm',
  inputs: {
    outsideMeanC: quantity('T_m', 'mean outside in that month', '°C', AIR_RANGE_C),
    daySwingK: quantity('ΔT', 'warmest less coldest hour of the day', 'K', { min: 0, max: 40 }).default(0),
    setPointC: quantity('T_s', 'set point', '°C', { min: -20, max: 40 }),
    boxWPerK: quantity('U', 'heat the box loses', 'W/K', { above: 0, max: 1000 }),
  },
  outputs: {
    averageW: quantity('P', 'heating, average of the day', 'W'),
    dailyEnergyWh: quantity('E', 'energy a day', 'Wh'),
  },
  formula: [
    '{averageW} = {boxWPerK} × mean over the 24 hours of ({setPointC} − outside), where that is above 0; outside swings by {daySwingK} about {outsideMeanC}',
    '{dailyEnergyWh} = 24 × {averageW}',
  ],
  source: 'Steady heat balance of a box, EN ISO 13789; the day taken as a cosine',
  notes: 'What the battery warms itself is left out, and so is what it stores: the safer figure.',
  compute({ outsideMeanC, daySwingK, setPointC, boxWPerK }) {
    const short = HOURS.map((hour) =>
      Math.max(0, setPointC - outsideMeanC - (daySwingK / 2) * Math.cos((2 * Math.PI * (hour + 0.5)) / 24)),
    )
    const averageW = (boxWPerK * short.reduce((sum, each) => sum + each, 0)) / 24
    return { averageW, dailyEnergyWh: 24 * averageW }
  },
})

export const boxHolds = defineMethod({
  id: 'load.box-holds',
  title: 'What the heated battery box holds',
  inputs: {
    coldestC: quantity('T_min', 'coldest around the box', '°C', AIR_RANGE_C),
    setPointC: quantity('T_s', 'set point', '°C', { min: -20, max: 40 }),
    boxWPerK: quantity('U', 'heat the box loses', 'W/K', { above: 0, max: 1000 }),
    heaterW: quantity('P_h', 'heater', 'W', { min: 0 }),
  },
  outputs: { heldC: quantity('T_b', 'the box at its coldest', '°C') },
  formula: ['{heldC} = the lower of {setPointC} and {coldestC} + {heaterW} ÷ {boxWPerK}, not below {coldestC}'],
  source: 'Steady heat balance of a box, EN ISO 13789',
  notes: 'What the battery warms itself, and what it stores, is left out: the safer figure.',
  compute: ({ coldestC, setPointC, boxWPerK, heaterW }) => ({
    heldC: Math.max(coldestC, Math.min(setPointC, coldestC + heaterW / boxWPerK)),
  }),
})

export const heatingMethods = [boxHeating, heaterPower, boxHolds]
