import { settingsOf } from '../after/settings.ts'
import { itemName } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { stringsPlace } from '../checks/strings.ts'
import { everyString } from '../controller/link.ts'
import { designationsOf } from '../diagram/designations.ts'
import type { LinkId } from '../working/links.ts'
import type { Built } from './built.ts'

/** Something built otherwise than planned. */
export interface Difference {
  readonly id: string
  readonly what: string
  readonly planned: string
  readonly built: string
  readonly link: LinkId
  /** Field to go to. */
  readonly place: string
}

interface Told {
  readonly what: string
  readonly text: string
  readonly link: LinkId
  readonly place: string
}

/** Everything that stands there, in words, by id. */
function toldOf(design: Design, prefix = '', whose = ''): Map<string, Told> {
  const { plant, wiring, write } = design
  const told = new Map<string, Told>()
  const put = (id: string, what: string, text: string, link: LinkId, place: string) =>
    told.set(prefix + id, { what: whose + what, text, link, place })
  const names = designationsOf(plant, wiring)
  for (const { id, name, item, quantity, link } of plant.units) {
    if (item) put(`unit.${id}`, name, `${quantity > 1 ? `${quantity} × ` : ''}${itemName(item)}`, link, link)
  }
  for (const { unitId, name, item, quantity } of wiring.fittings) {
    if (item)
      put(`unit.${unitId}`, name, `${quantity > 1 ? `${quantity} × ` : ''}${itemName(item)}`, 'wiring', 'wiring')
  }
  for (const { id, strings } of everyString(design)) {
    const text = `${strings.stringsPerController} × ${strings.panelsPerString} in series on each controller`
    put(`strings.${id}`, 'Strings', text, 'controller', stringsPlace(id, 'panelsPerString'))
  }
  for (const { id, title, cable, device, lengthM, count, place, installation } of wiring.circuits) {
    const called = `${names.cables.get(id) ?? ''} ${title}`.trim()
    const at = `wiring.${id}`
    if (cable) {
      const runs = `${count > 1 ? `${count} × ` : ''}${write.size(cable.size)}${cable.parallel > 1 ? ` × ${cable.parallel}` : ''}`
      put(`circuit.${id}.cable`, `${called}, cable`, runs, 'wiring', `${at}.size`)
      put(
        `circuit.${id}.length`,
        `${called}, length one way`,
        write.quantity(lengthM.value, 'm', 1),
        'wiring',
        `${at}.lengthM`,
      )
      put(`circuit.${id}.laid`, `${called}, laid`, `${place}, ${installation}`, 'wiring', `${at}.installation`)
    }
    if (device)
      put(
        `circuit.${id}.device`,
        `${called}, ${names.devices.get(id) ?? 'device'}`,
        write.quantity(device.ratingA.value, 'A'),
        'wiring',
        `${at}.deviceId`,
      )
  }
  for (const { id, title, size, leftOut } of wiring.bonds)
    put(`bond.${id}`, title, leftOut ? 'left out' : write.size(size.value), 'wiring', `wiring.bonds.${id}.size`)
  for (const { unitId, name, settings } of settingsOf(design))
    for (const { label, text } of settings)
      put(
        `setting.${unitId}.${label}`,
        `${name}, ${label.toLowerCase()}`,
        text,
        'battery',
        'battery.settings.absorptionV',
      )
  for (const each of design.beside)
    for (const [id, one] of toldOf(each.design, `beside.${each.id}.`, `${each.name}: `))
      told.set(id, { ...one, place: one.link })
  return told
}

const NOT_THERE = 'not there'

/** What stands there beside what was planned, field by field; the same ids on both sides. */
export function differencesOf(plan: Design, built: Design): Difference[] {
  if (plan === built) return []
  const [before, after] = [toldOf(plan), toldOf(built)]
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((id): Difference[] => {
    const [was, is] = [before.get(id), after.get(id)]
    if (was?.text === is?.text) return []
    const told = is ?? was
    if (!told) return []
    const { what, link, place } = told
    return [{ id, what, planned: was?.text ?? NOT_THERE, built: is?.text ?? NOT_THERE, link, place }]
  })
}

/** Why it was built so, where somebody said it of just this; null where not. */
export function reasonFor(difference: Difference, built: Built): Built['changes'][number] | null {
  return (
    built.changes.findLast(({ differences }) =>
      differences.some(({ id, built: as }) => id === difference.id && as === difference.built),
    ) ?? null
  )
}
