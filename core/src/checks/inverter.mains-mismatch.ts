import { type CatalogueItem, itemName } from '../catalogue/schema.ts'
import { LET_GO, setOption } from '../edit/offers.ts'
import { matchesMains, nearVoltage } from '../inverter/candidates.ts'
import type { Job } from '../job/schema.ts'
import type { Unit } from '../plant/plant.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** Voltage of a leg of a split phase, V. */
const LEG_V = 120
const WHOLE_V = 240

export const inverterMainsMismatch = defineCheck({
  id: 'inverter.mains-mismatch',
  link: 'inverter',
  severity: 'danger',
  fires:
    'inverter, generator, charger or array inverter of another mains voltage, frequency or phase arrangement than the site’s',
  find({ site }, { plant }) {
    return plant.units.flatMap((unit): Found[] => {
      const own = unit.item && mainsOf(unit.item)
      if (!own || !unit.item || fits(site, unit.item, own)) return []
      const said = [
        formatQuantity(own.voltageV, 'V'),
        own.frequencyHz === null ? '' : formatQuantity(own.frequencyHz, 'Hz'),
      ]
      const wanted = `${formatQuantity(site.mainsVoltageV, 'V')}${site.splitPhase ? ' in a split phase' : ''}, ${formatQuantity(site.mainsFrequencyHz, 'Hz')}`
      return [
        {
          message: `${itemName(unit.item)} is made for ${said.filter(Boolean).join(', ')}; the mains of the site are ${wanted}. Appliances and chargers burn, or do not start.`,
          remedy: 'One for the mains of the site; or the mains of the site mended where they are entered wrongly.',
          ...mendedBy(unit),
        },
      ]
    })
  },
})

interface OwnMains {
  readonly voltageV: number
  readonly frequencyHz: number | null
}

function mainsOf(item: CatalogueItem): OwnMains | null {
  if (item.kind === 'charger')
    return item.source === 'mains' ? { voltageV: item.inputV, frequencyHz: item.mainsFrequencyHz } : null
  return 'mainsVoltageV' in item ? { voltageV: item.mainsVoltageV, frequencyHz: item.mainsFrequencyHz } : null
}

function fits(site: Job['site'], item: CatalogueItem, { voltageV, frequencyHz }: OwnMains): boolean {
  if (item.kind === 'inverter') {
    // One unit of the wrong arrangement is inverter.leg-overloaded; here its volts and hertz count.
    const leg = site.splitPhase && nearVoltage(voltageV, LEG_V) && frequencyHz === site.mainsFrequencyHz
    return leg || matchesMains(site, item)
  }
  if (frequencyHz !== null && frequencyHz !== site.mainsFrequencyHz) return false
  if (!site.splitPhase) return nearVoltage(voltageV, site.mainsVoltageV)
  return nearVoltage(voltageV, LEG_V) || nearVoltage(voltageV, WHOLE_V)
}

function mendedBy({ role }: Unit): Pick<Found, 'place' | 'changes'> {
  if (role === 'inverter') return { place: 'inverter.itemId', changes: [LET_GO.inverter] }
  if (role === 'generator')
    return {
      place: 'backup.generatorId',
      changes: [setOption('Let the design choose the generator', { part: 'backup', patch: { generatorId: null } })],
    }
  if (role === 'charger')
    return {
      place: 'backup.chargerId',
      changes: [
        setOption('Let the design choose the charger', { part: 'backup', patch: { chargerId: null, chargers: null } }),
      ],
    }
  return { place: 'inverter.acCoupled.inverterId', changes: [] }
}
