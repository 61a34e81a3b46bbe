import { FLOW_WIDTH, FLOWS, type Flow } from './terms.ts'
import { DAYS_IN_YEAR } from './year.ts'

/** Columns of the file of hours: every flow, from which anyone can check the books. */
export const HOURS_COLUMNS: readonly Flow[] = FLOWS.slice(0, FLOWS.indexOf('storedWh') + 1)

/** What stands at an hour's end, where the others are its mean. */
const AT_END: ReadonlySet<Flow> = new Set(['soc', 'storedWh'])

/**
 * A year as comma-separated text, a row an hour: flows as the mean of the hour, state of charge and what is stored at its end.
 * @param flows as workYear keeps them
 * @param divisor steps in an hour
 */
export function* hoursFile(flows: Float64Array, divisor: number): Generator<string> {
  yield `hour,${HOURS_COLUMNS.join()}\n`
  for (let hour = 0; hour < DAYS_IN_YEAR * 24; hour++) {
    const cells = HOURS_COLUMNS.map((name, column) => {
      const at = (part: number) => flows[(hour * divisor + part) * FLOW_WIDTH + column] ?? 0
      if (AT_END.has(name)) return at(divisor - 1)
      let sum = 0
      for (let part = 0; part < divisor; part++) sum += at(part)
      return sum / divisor
    })
    yield `${hour},${cells.join()}\n`
  }
}
