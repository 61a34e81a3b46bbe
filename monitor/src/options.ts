import { parseArgs } from 'node:util'
import { FAULTS, type FaultId } from '@yard-lamp/core/log'

export interface Options {
  readonly job: string
  readonly fault: FaultId | null
  /** Simulated seconds in one of ours. */
  readonly speed: number
  /** Days of the system before now, or before its fault, that are lived first. */
  readonly from: string | null
  /** Day the fault begins; null: thirty days after the beginning. */
  readonly faultFrom: string | null
  readonly days: number | null
  readonly everyMin: number
  readonly seed: number
  readonly port: number
  readonly server: string
  readonly hasSun: boolean
  readonly isToConnect: boolean
}

export const HELP = `npm run monitor -- --job ID [options]

Lives a system of a job and speaks MQTT as a small gateway on site would, by a broker of its own on loopback.

  --job ID         the job, as it stands in its address
  --fault NAME     one of: ${FAULTS.map(({ id }) => id).join(', ')}
  --fault-from DAY the day it begins, 2025-06-01; thirty days after the beginning where left out
  --speed N        simulated seconds in a second; 1 is real pace, the default
  --from DAY       the day it begins; today at real pace, else so that it ends yesterday
  --days N         ends after so many days; at real pace never, else 365
  --every MINUTES  between two readings: 1, 2, 5, 10, 15 or 30; 1 where left out
  --seed N         another year of weather and use; 1 where left out
  --no-sun         without a sensor of sun beside the panels
  --port N         of its broker; 18830 where left out
  --server URL     of Yard Lamp; http://127.0.0.1:8460 where left out
  --no-connect     does not enter itself with the job: connect it on the log page
`

export class UsageError extends Error {}

const DAY = /^\d{4}-\d{2}-\d{2}$/
const EVERY = [1, 2, 5, 10, 15, 30]

/** @throws {UsageError} naming the option, what came and what is allowed */
export function readOptions(args: readonly string[]): Options | 'help' {
  const { values } = parsed(args)
  if (values.help) return 'help'
  if (!values.job) throw new UsageError('--job is missing: the id of a job, as it stands in its address')
  const fault = values.fault === undefined ? null : FAULTS.find(({ id }) => id === values.fault)?.id
  if (fault === undefined)
    throw new UsageError(`--fault ${values.fault}: allowed: ${FAULTS.map(({ id }) => id).join(', ')}`)
  const everyMin = number('every', values.every ?? '1', 1, 30)
  if (!EVERY.includes(everyMin)) throw new UsageError(`--every ${everyMin}: allowed: ${EVERY.join(', ')}`)
  return {
    job: values.job,
    fault,
    speed: number('speed', values.speed ?? '1', 1, 1e7),
    from: day('from', values.from),
    faultFrom: day('fault-from', values['fault-from']),
    days: values.days === undefined ? null : number('days', values.days, 1, 3660),
    everyMin,
    seed: number('seed', values.seed ?? '1', 0, 1e9),
    port: number('port', values.port ?? '18830', 0, 65_535),
    server: (values.server ?? 'http://127.0.0.1:8460').replace(/\/$/, ''),
    hasSun: values['no-sun'] !== true,
    isToConnect: values['no-connect'] !== true,
  }
}

function parsed(args: readonly string[]) {
  const text = { type: 'string' } as const
  const flag = { type: 'boolean' } as const
  try {
    return parseArgs({
      args: [...args],
      options: {
        job: text,
        fault: text,
        'fault-from': text,
        speed: text,
        from: text,
        days: text,
        every: text,
        seed: text,
        port: text,
        server: text,
        'no-sun': flag,
        'no-connect': flag,
        help: flag,
      },
    })
  } catch (error) {
    throw new UsageError((error as Error).message)
  }
}

function number(name: string, text: string, min: number, max: number): number {
  const value = Number(text)
  if (text.trim() !== '' && value >= min && value <= max) return value
  throw new UsageError(`--${name} ${text}: allowed: a number from ${min} to ${max}`)
}

function day(name: string, text: string | undefined): string | null {
  if (text === undefined) return null
  if (DAY.test(text) && !Number.isNaN(Date.parse(text))) return text
  throw new UsageError(`--${name} ${text}: allowed: a day such as 2025-06-01`)
}
