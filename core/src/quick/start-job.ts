import { emptyJob, emptyLoad, emptyOption, parseJob } from '../job/job.ts'
import type { Job, Load, Option, Site } from '../job/schema.ts'
import type { QuickValue } from './examples.ts'
import type { QuickAnswer, QuickCalculator } from './fields.ts'

type Values = Readonly<Record<string, QuickValue>>

/** What of a quick answer has a place in a job. */
interface Begin {
  readonly load?: Partial<Load>
  readonly site?: Partial<Site>
  readonly option?: (option: Option) => Option
}

const number = (value: QuickValue | undefined): number | null => (typeof value === 'number' ? value : null)
const voltage = (value: QuickValue | undefined): Option['systemVoltageV'] => {
  const volts = Number(value)
  return volts === 12 || volts === 24 || volts === 48 ? volts : null
}
const within = (value: number | null, low: number, high: number): number | null =>
  value === null ? null : Math.min(high, Math.max(low, value))

/** The energy of a day as a load that runs all day, for questions that begin with a day’s energy. */
const dayLoad = (dailyWh: number | null): Partial<Load> => ({
  name: 'All loads, from a quick answer',
  supply: 'dc',
  powerW: dailyWh === null ? null : dailyWh / 24,
  hoursPerDay: 24,
})

const BEGINS: Readonly<Record<string, (values: Values) => Begin>> = {
  'load.power-from-label': (v) => ({
    load: {
      basis: 'label',
      labelVoltageV: number(v.voltageV),
      labelCurrentA: number(v.currentA),
      powerFactor: number(v.powerFactor),
    },
  }),
  'load.average-from-meter': (v) => ({
    load: { basis: 'meter', meterEnergyKwh: number(v.energyKwh), meterLoggedHours: number(v.loggedHours) },
  }),
  'load.daily-energy': (v) => ({ load: loadOf(v) }),
  'one-load-to-bank': (v) => ({
    load: { ...loadOf(v), supply: v.onAc === false ? 'dc' : 'ac' },
    option: (option) => ({
      ...option,
      systemVoltageV: voltage(v.systemVoltageV),
      battery: {
        ...option.battery,
        autonomyDays: number(v.autonomyDays),
        depthOfDischarge: number(v.depthOfDischarge),
      },
    }),
  }),
  'block-load-stepwise': (v) => ({
    load: { name: 'Block load', powerW: number(v.powerW), hoursPerDay: number(v.hoursPerDay) },
    option: (option) => ({
      ...option,
      systemVoltageV: voltage(v.systemVoltageV),
      battery: { ...option.battery, autonomyDays: number(v.days), depthOfDischarge: number(v.depthOfDischarge) },
    }),
  }),
  'battery.required-capacity': (v) => ({
    load: dayLoad(number(v.busDailyEnergyWh)),
    option: (option) => ({
      ...option,
      systemVoltageV: voltage(v.systemVoltageV),
      battery: {
        ...option.battery,
        autonomyDays: within(number(v.autonomyDays), 0.01, 60),
        depthOfDischarge: number(v.depthOfDischarge),
      },
    }),
  }),
  'array.required-power': (v) => ({ load: dayLoad(number(v.busDailyEnergyWh)) }),
  'array.recovery-power': (v) => ({ load: dayLoad(number(v.busDailyEnergyWh)) }),
  'string.limits': (v) => ({ site: { recordLowC: within(number(v.coldestC), -90, 80) } }),
  'inverter.required': (v) => ({
    load: { name: 'What runs together', powerW: number(v.continuousW), startW: number(v.surgeW), hoursPerDay: null },
    site: { batteryRoomHighC: within(number(v.ambientC), -90, 80) },
  }),
  'load.box-heating': (v) => ({ site: { daySwingK: number(v.daySwingK) } }),
  'wire.voltage-drop': (v) => ({
    site: { arrayToBatteryM: number(v.lengthM) },
    option: (option) => ({ ...option, systemVoltageV: voltage(v.voltageV) }),
  }),
  'wire.size': (v) => ({
    site: { arrayToBatteryM: number(v.lengthM) },
    option: (option) => ({ ...option, systemVoltageV: voltage(v.voltageV) }),
  }),
  'backup.generator': (v) => ({ site: { altitudeM: within(number(v.altitudeM), -430, 6000) } }),
  'sun.position': (v) => ({ site: { latitudeDeg: number(v.latitudeDeg), longitudeDeg: number(v.longitudeDeg) } }),
  'sun.extraterrestrial-daily': (v) => ({ site: { latitudeDeg: number(v.latitudeDeg) } }),
}

const loadOf = (v: Values): Partial<Load> => ({
  quantity: number(v.quantity) ?? 1,
  powerW: number(v.powerW),
  hoursPerDay: number(v.hoursPerDay),
  dutyCycle: number(v.dutyCycle) ?? 1,
  daysPerWeek: number(v.daysPerWeek) ?? 7,
})

/** A job begun from a quick answer: its figures where a job has a place for them, all of them in its note. */
export function jobFromQuick(calculator: QuickCalculator, values: Values, answer: QuickAnswer): Job {
  const begin = BEGINS[calculator.id]?.(values) ?? {}
  const job = emptyJob(calculator.title)
  const asked = calculator.fields.flatMap(({ key, label }) => {
    const value = values[key]
    return value === null || value === undefined || value === '' ? [] : [`${label}: ${value}`]
  })
  const option = emptyOption('a', 'Option A')
  return parseJob({
    ...job,
    note: [
      `Begun from the quick answer “${calculator.title}”.`,
      ...asked,
      ...answer.headlines.map(({ label, text }) => `→ ${label}: ${text}`),
    ].join('\n'),
    site: { ...job.site, ...begin.site },
    loads: begin.load ? [{ ...emptyLoad('first'), name: 'From a quick answer', ...begin.load }] : [],
    options: [begin.option ? begin.option(option) : option],
  })
}
