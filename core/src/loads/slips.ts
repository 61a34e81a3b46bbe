import type { Job, Load } from '../job/schema.ts'
import { formatNumber, formatQuantity } from '../units/format.ts'
import { hasMeter, runningHours, runningW } from './power.ts'
import { type Typical, typicalNamed, typicalOf } from './typical.ts'

/** Something in the list that is likelier a slip than meant. A person says so, or that it is right. */
export interface Slip {
  readonly loadId: string
  readonly kind: (typeof SLIP_KINDS)[number]
  readonly message: string
}

export const SLIP_KINDS = [
  'twice',
  'energy-for-power',
  'all-day',
  'duty-tiny',
  'far-from-typical',
  'start-below',
] as const

/** Things that run by the clock in minutes: round the clock is a slip. */
const BRIEF =
  /\b(kettle|toaster|hair ?dryer|iron|blender|mixer|drill|saw|grinder|vacuum|microwave|instant|espresso|coffee)\b/i
/** Things of which a second is worth a question. */
const ONE_OF = /\b(refrigerator|fridge|freezer|washing machine|water heater|well pump|router|television|oven)\b/i
/** Times outside the range of a typical appliance that are worth a question. Assumption of Yard Lamp. */
const FAR = 3

/** Duplicates and likely slips, in the order of the list; those a person accepted are left out. */
export function slipsOf(job: Job): Slip[] {
  const firstOf = new Map<string, Load>()
  return job.loads.flatMap((load) => {
    const slips = [twice(load, firstOf), ...ownSlips(load)].filter((slip) => slip !== null)
    return slips
      .filter(({ kind }) => !load.slipsAccepted.includes(kind))
      .map((slip): Slip => ({ loadId: load.id, ...slip }))
  })
}

type Found = Omit<Slip, 'loadId'> | null

function twice(load: Load, firstOf: Map<string, Load>): Found {
  if (load.name.trim() === '' || load.quantity === 0 || load.stage === 'later') return null
  const plain = load.name.trim().toLowerCase()
  const key = ONE_OF.exec(plain)?.[0].replace('fridge', 'refrigerator') ?? plain
  const before = firstOf.get(key)
  if (!before) {
    firstOf.set(key, load)
    return null
  }
  return { kind: 'twice', message: `“${before.name}” is listed already: is “${load.name}” another one?` }
}

function ownSlips(load: Load): Found[] {
  const watts = runningW(load)
  const hours = runningHours(load)
  return [
    energyForPower(load, watts),
    allDay(load, hours?.weekdayH ?? null),
    dutyTiny(load),
    far(load, watts),
    startBelow(load, watts),
  ]
}

/** Watts such as a day’s watt-hours: many times what such a thing draws, with long hours. */
function energyForPower(load: Load, watts: number | null): Found {
  const typical = likeOf(load)
  if (watts === null || !typical || hasMeter(load)) return null
  const dayWh = typical.usualW * typical.hoursPerDay * typical.dutyCycle
  if (typical.hoursPerDay < 2 || watts <= FAR * typical.highW || watts > 3 * dayWh || watts < dayWh / 3) return null
  return {
    kind: 'energy-for-power',
    message: `${formatQuantity(watts, 'W')} looks like the watt-hours of a day: such a thing draws about ${formatQuantity(typical.usualW, 'W')}.`,
  }
}

function allDay(load: Load, hoursPerDay: number | null): Found {
  if (hasMeter(load) || hoursPerDay === null || hoursPerDay < 20 || load.dutyCycle < 0.5 || !BRIEF.test(load.name))
    return null
  return { kind: 'all-day', message: `${formatNumber(hoursPerDay)} h a day for “${load.name}”: were minutes meant?` }
}

function dutyTiny(load: Load): Found {
  if (!(load.dutyCycle > 0 && load.dutyCycle <= 0.01)) return null
  return {
    kind: 'duty-tiny',
    message: `A duty of ${formatNumber(load.dutyCycle * 100)} %: was ${formatNumber(load.dutyCycle * 10_000)} % meant?`,
  }
}

function far(load: Load, watts: number | null): Found {
  const typical = likeOf(load)
  if (!typical || watts === null || watts === 0 || energyForPower(load, watts)) return null
  if (watts <= FAR * typical.highW && watts >= typical.lowW / FAR) return null
  return {
    kind: 'far-from-typical',
    message: `${formatQuantity(watts, 'W')} is far from the ${formatNumber(typical.lowW)} to ${formatQuantity(typical.highW, 'W')} of a typical “${typical.name}”.`,
  }
}

function startBelow(load: Load, watts: number | null): Found {
  if (load.startW === null || watts === null || load.startW >= watts || load.startW === 0) return null
  return {
    kind: 'start-below',
    message: `The start, ${formatQuantity(load.startW, 'W')}, is below the ${formatQuantity(watts, 'W')} it runs at: the running watts count.`,
  }
}

/** The typical appliance a load was taken from, or one whose name it bears. */
function likeOf(load: Load): Typical | undefined {
  return typicalOf(load.typicalId) ?? typicalNamed(load.name)
}
