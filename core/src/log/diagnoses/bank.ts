import { chemistryRow } from '../../tables/chemistries.ts'
import { mean } from '../array-ratio.ts'
import type { LogHours } from '../days.ts'
import { type Diagnose, type Seen, told } from '../diagnosis.ts'
import { type EpisodeRule, episodesOf, median } from '../episodes.ts'
import { type Reference, restV, setV } from '../system.ts'

/** Charge so near full that volts at rest say little, and so low that they fall by themselves, %. */
const READ_FROM_SOC = 18
const READ_TO_SOC = 88
/** Current, of the capacity an hour, up to which a bank is nearly at rest. */
const RESTING_PER_H = 0.12
/** A cell below its resting volts by so much holds less than is counted, V. Assumptions, wider than curves of one kind differ. */
const LOW_CELL_V: Readonly<Record<'lead' | 'lithium iron phosphate' | 'other', number>> = {
  lead: 0.024,
  'lithium iron phosphate': 0.012,
  other: 0.035,
}
const LOW_RULE: EpisodeRule = { needed: 4, endAfter: 4 }
/** Resistance so many times what bank and joints should have. */
const JOINT_TIMES = 2.6
/** Sag that a meter shows beyond doubt, V for a 12 V of the bank. */
const SAG_LEAST_V_PER_12 = 0.04
const SAG_HOURS = 5
const JOINT_RULE: EpisodeRule = { needed: 3, endAfter: 3 }
const ABSORPTION_LOW = 0.985
const ABSORPTION_HIGH = 1.012
const SET_RULE: EpisodeRule = { needed: 4, endAfter: 2 }
const HELD_MIN = 30

/** Resistance the day shows, Ω: volts lost for each ampere more within its hours; NaN where too little was drawn. */
export function dayOhms({ figures, days }: LogHours): number[] {
  return Array.from({ length: days }, (_, day) => {
    let [together, squares, hours] = [0, 0, 0]
    for (let at = day * 24; at < day * 24 + 24; at++) {
      const [amps, volts] = [figures.sagA[at] ?? Number.NaN, figures.sagV[at] ?? Number.NaN]
      if (Number.isNaN(amps) || amps <= 0) continue
      together += amps * volts
      squares += amps * amps
      hours += 1
    }
    return hours >= SAG_HOURS && squares > 0 ? together / squares : Number.NaN
  })
}

/** Greatest swing of the current within an hour of a day, A. */
const daySwingA = ({ figures }: LogHours, day: number): number =>
  Math.max(0, ...[...figures.sagA.subarray(day * 24, day * 24 + 24)].filter((amps) => amps > 0))

/** Volts sag under a load more than computed. */
export const looseJoint: Diagnose = ({ reference: { bank }, log, write }) => {
  const ohms = dayOhms(log)
  const leastV = (SAG_LEAST_V_PER_12 * bank.nominalV) / 12
  const seen = ohms.map((ohm, day) =>
    Number.isNaN(ohm) ? null : ohm > JOINT_TIMES * bank.ohm && (ohm - bank.ohm) * daySwingA(log, day) > leastV,
  )
  return episodesOf(seen, JOINT_RULE).map((episode) => {
    const ohm = median(ohms.slice(episode.from, episode.to + 1))
    return told('bank.joint', episode, {
      title: 'Volts sag under load more than the circuit should',
      sureness: 'likely',
      isUrgent: true,
      evidence: [
        `For each ampere more the battery’s volts fell by ${write.quantity(ohm * 1000, 'mV', 1)}; bank and leads should take ${write.quantity(bank.ohm * 1000, 'mV', 1)}.`,
      ],
      causes: [
        'a loose or corroded terminal: it heats, and can burn',
        'a cable too thin or damaged',
        'a bank that is tired',
      ],
      next: 'At a known load, millivolts across each joint from the battery to the inverter: the bad one shows most. Power off before it is tightened.',
    })
  })
}

/** How far the volts of a nearly resting bank stand off those of its counted charge, V a cell, by day. */
function offsetsOf({ plan, bank }: Reference, log: LogHours): number[] {
  const { figures, days } = log
  const ohms = dayOhms(log)
  const capacityAh = plan.terms.fullWh / bank.nominalV
  return Array.from({ length: days }, (_, day) => {
    const ohm = Math.max(bank.ohm, ohms[day] || 0)
    const offsets: number[] = []
    for (let at = Math.max(1, day * 24); at < day * 24 + 24; at++) {
      const soc = ((figures.socEnd[at - 1] ?? Number.NaN) + (figures.socEnd[at] ?? Number.NaN)) / 2
      const drawnA = figures.dischargeAh[at] ?? Number.NaN
      const isRead = soc >= READ_FROM_SOC && soc <= READ_TO_SOC && drawnA < RESTING_PER_H * capacityAh
      if (!isRead || (figures.chargeAh[at] ?? 1) > 0.02 * Math.max(drawnA, 0.1)) continue
      const volts = figures.batteryVMean[at] ?? Number.NaN
      offsets.push((volts - (restV(bank, soc / 100) - drawnA * ohm)) / bank.cells)
    }
    return offsets.length >= 3 ? median(offsets) : Number.NaN
  })
}

function lowCellV({ bank }: Reference): number {
  if (chemistryRow(bank.chemistry).cellNominalV === 2) return LOW_CELL_V.lead
  return bank.chemistry === 'lithium iron phosphate' ? LOW_CELL_V['lithium iron phosphate'] : LOW_CELL_V.other
}

/** The bank is emptier than its counted charge says: it holds less than it did. */
export const tiredBank: Diagnose = ({ reference, log, write }) => {
  const offsets = offsetsOf(reference, log)
  const low = lowCellV(reference)
  return episodesOf(
    offsets.map((offset) => (Number.isNaN(offset) ? null : offset < -low)),
    LOW_RULE,
  ).map((episode) => {
    const offsetV = median(offsets.slice(episode.from, episode.to + 1)) * reference.bank.cells
    return told('bank.tired', episode, {
      title: 'The bank empties faster than its kWh',
      sureness: 'likely',
      evidence: [
        `Nearly at rest, the bank stood ${write.quantity(-offsetV, 'V', 2)} below what its counted charge says; its loss under load is taken off.`,
      ],
      causes: [
        'the bank has lost capacity',
        'the monitor’s capacity set too high',
        'cold cells',
        'a cell or a unit failing',
      ],
      next: 'A capacity test: from full, a known load to the cut-off, and the ampere-hours counted. Resting volts of each unit, for one that is behind.',
    })
  })
}

/** Absorption is held elsewhere than it should be set. */
export const absorptionSetting: Diagnose = ({ reference: { bank }, log: { figures, days }, write }) => {
  const shares = Array.from({ length: days }, (_, day) => {
    const part = (column: Float64Array) => [...column.subarray(day * 24, day * 24 + 24)].filter((v) => !Number.isNaN(v))
    const heldMin = part(figures.absorptionMin).reduce((sum, each) => sum + each, 0)
    const knowsStage = part(figures.absorptionMin).length > 0
    const isFull = !knowsStage && Math.max(0, ...part(figures.socEnd)) >= 99
    if (heldMin < HELD_MIN && !isFull) return Number.NaN
    const highV = Math.max(0, ...part(figures.batteryVHigh))
    const warm = mean(part(figures.batteryC))
    return highV > 0 ? highV / setV(bank, bank.absorptionV, Number.isNaN(warm) ? 25 : warm) : Number.NaN
  })
  const sign = (isOff: (share: number) => boolean) =>
    episodesOf(
      shares.map((share) => (Number.isNaN(share) ? null : isOff(share))),
      SET_RULE,
    )
  const tell = (isHigh: boolean) => (episode: ReturnType<typeof sign>[number]) => {
    const share = median(shares.slice(episode.from, episode.to + 1))
    const isVented = chemistryRow(bank.chemistry).gassing === 'vented'
    return told('settings.absorption', episode, {
      title: isHigh
        ? 'Charged to more volts than the bank bears'
        : 'Absorption is held too low: the bank is never quite full',
      sureness: 'near certain',
      isUrgent: isHigh && !isVented,
      evidence: [
        `While absorption was held the bank came to ${write.quantity(share * bank.absorptionV, 'V', 2)} (as at 25 °C); its sheet, or the job, says ${write.quantity(bank.absorptionV, 'V', 2)}.`,
      ],
      causes: [
        'the absorption setting of a controller or charger',
        'its battery type, or its temperature sensor',
        'volts lost between controller and battery',
      ],
      next: 'Read the setting on each charger; then volts at the controller and at the battery at the same moment.',
    })
  }
  return [
    ...sign((share) => share < ABSORPTION_LOW).map(tell(false)),
    ...sign((share) => share > ABSORPTION_HIGH).map(tell(true)),
  ]
}

const COLD_SPARE_K = 0.5
const COLD_CHARGE_PER_H = 0.01

/** Lithium was charged below its limit: it plates, and may fail badly later. */
export const coldCharge: Diagnose = ({ reference: { plan, bank }, log: { figures, days }, write }: Seen) => {
  if (chemistryRow(bank.chemistry).gassing !== 'none') return []
  const { chargeLockC, fullWh } = plan.terms
  const coldest: number[] = []
  const seen = Array.from({ length: days }, (_, day) => {
    const hours = Array.from({ length: 24 }, (_, hour) => day * 24 + hour)
    const known = hours.filter((at) => !Number.isNaN(figures.batteryC[at] ?? Number.NaN))
    const cold = known.filter(
      (at) =>
        (figures.batteryC[at] ?? 0) < chargeLockC - COLD_SPARE_K &&
        (figures.chargeWh[at] ?? 0) > COLD_CHARGE_PER_H * fullWh,
    )
    coldest.push(Math.min(...cold.map((at) => figures.batteryC[at] ?? 0)))
    return known.length > 0 ? cold.length > 0 : null
  })
  return episodesOf(seen, { needed: 1, endAfter: 1 }).map((episode) =>
    told('charge.cold', episode, {
      title: 'Lithium was charged below its limit',
      sureness: 'near certain',
      isUrgent: true,
      evidence: [
        `Charged at ${write.quantity(Math.min(...coldest.slice(episode.from, episode.to + 1)), '°C', 0)}; its sheet ends at ${write.quantity(chargeLockC, '°C', 0)}.`,
      ],
      causes: [
        'no lock-out in the cold, or its sensor elsewhere',
        'the heater off or failed',
        'charged by a way that knows no limit',
      ],
      next: 'Stop charging now. Then: does the lock-out open when its sensor is cooled, and does the heater draw current?',
    }),
  )
}
