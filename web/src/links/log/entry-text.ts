import { gravityAt25C } from '@yard-lamp/core/log'
import { type LogEntry, MEASURES } from '@yard-lamp/core/records'
import type { Writer } from '@yard-lamp/core/units'
import { valueText } from './LiveStrip.tsx'

/** An entry in one line. */
export function entryText(entry: LogEntry, write: Writer): string {
  switch (entry.kind) {
    case 'reading':
      return MEASURES.filter(({ id }) => entry.values[id] !== undefined)
        .map(({ id, label }) => `${label} ${valueText(id, entry.values, write)}`)
        .join(', ')
    case 'water':
      return `${write.quantity(entry.addedL, 'L', 2)} of water added`
    case 'gravity': {
      const all = entry.cells.map(({ gravity }) => gravityAt25C(gravity, entry.electrolyteC))
      return `gravity of ${entry.cells.length} ${entry.cells.length === 1 ? 'cell' : 'cells'}, ${Math.min(...all).toFixed(3)} to ${Math.max(...all).toFixed(3)} as at ${write.quantity(25, '°C', 0)}`
    }
    case 'rest': {
      const all = entry.units.map(({ restV }) => restV)
      return `resting volts of ${all.length} ${all.length === 1 ? 'battery' : 'batteries'} after ${write.quantity(entry.restedH, 'h', 1)}: ${Math.min(...all).toFixed(2)} to ${write.quantity(Math.max(...all), 'V', 2)}`
    }
    case 'generator':
      return `generator ran ${write.quantity(entry.runH, 'h', 1)}${entry.fuelL === null ? '' : `, ${write.quantity(entry.fuelL, 'L', 1)} filled`}`
    case 'cleaning':
      return entry.cleaned === 'washed' ? 'panels washed' : 'snow cleared from the panels'
    case 'seen':
      return entry.seen === 'remark' ? 'remark' : `${entry.seen} seen`
    case 'upkeep':
      return `${entry.title}: ${entry.outcome}`
  }
}
