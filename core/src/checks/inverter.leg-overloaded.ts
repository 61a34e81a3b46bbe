import { itemName } from '../catalogue/schema.ts'
import { LET_GO } from '../edit/offers.ts'
import { heatFactorOf, nearVoltage, needsStack } from '../inverter/candidates.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

const WHOLE_V = 240

export const inverterLegOverloaded = defineCheck({
  id: 'inverter.leg-overloaded',
  link: 'inverter',
  severity: 'fault',
  fires:
    'what runs on one leg above the units of that leg; one single-voltage unit where a split phase is asked; more units than may be paralleled',
  find({ site, loads: rows }, { loads, inverter: { item, quantity }, site: { batteryRoomHighC } }) {
    if (!item || !loads.hasAc) return []
    const found: Found[] = []
    const say = (message: string, remedy: string) =>
      found.push({ message, remedy, place: 'inverter.itemId', changes: [LET_GO.inverter] })
    const stacked = needsStack(site, item)
    if (site.splitPhase && !nearVoltage(item.mainsVoltageV, WHOLE_V) && (!stacked || quantity < 2)) {
      say(
        `The site asks for a split phase, and ${quantity} × ${itemName(item)} give${quantity === 1 ? 's' : ''} one leg of ${formatQuantity(item.mainsVoltageV, 'V')}: what wants ${formatQuantity(WHOLE_V, 'V')} does not run.`,
        'Two units that can be stacked, or one with both legs.',
      )
      return found
    }
    const most = Math.max(item.maxParallel, stacked ? 2 : 1)
    if (quantity > most)
      say(
        `${quantity} × ${itemName(item)}: its sheet allows ${most === 1 ? 'one, by itself' : `${most} together`}.`,
        'Larger units, fewer of them.',
      )
    const { legs } = loads
    if (!legs) return found
    const legW = (item.continuousW * quantity * heatFactorOf(item, batteryRoomHighC.value)) / 2
    if (legs.legW > legW + 1e-6) {
      const largest = rows.find(({ id }) => id === legs.largestId)
      say(
        `One leg carries ${formatQuantity(Math.round(legs.legW), 'W')} of what runs together${largest ? ` (${largest.name} among it)` : ''}; the units give ${formatQuantity(Math.round(legW), 'W')} on each leg.`,
        'Loads shared out over the legs, a load that wants both, or larger units.',
      )
    }
    return found
  },
})
