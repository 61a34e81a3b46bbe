import { arrayMethods } from '../array/methods.ts'
import { onSiteMethods } from '../array/on-site-methods.ts'
import { stringMethods } from '../array/string-methods.ts'
import { backupMethods } from '../backup/methods.ts'
import { batteryMethods } from '../battery/methods.ts'
import { standingMethods } from '../battery/standing-methods.ts'
import { controllerMethods } from '../controller/methods.ts'
import { inverterMethods } from '../inverter/methods.ts'
import { heatingMethods } from '../loads/heating-methods.ts'
import { loadsMethods } from '../loads/methods.ts'
import { InputError } from '../method/input-error.ts'
import type { AnyMethod } from '../method/method.ts'
import { optionsMethods } from '../parts/delivered-price.ts'
import { partsMethods } from '../parts/methods.ts'
import { hourMethods } from '../site/hour-methods.ts'
import { siteMethods } from '../site/methods.ts'
import { faultMethods } from '../wiring/fault-methods.ts'
import { lossMethods } from '../wiring/loss-methods.ts'
import { wiringMethods } from '../wiring/methods.ts'

/** Every method of every link, in the order of the chain. */
export const METHODS: readonly AnyMethod[] = [
  ...loadsMethods,
  ...heatingMethods,
  ...siteMethods,
  ...hourMethods,
  ...batteryMethods,
  ...standingMethods,
  ...arrayMethods,
  ...stringMethods,
  ...onSiteMethods,
  ...controllerMethods,
  ...inverterMethods,
  ...backupMethods,
  ...wiringMethods,
  ...faultMethods,
  ...lossMethods,
  ...partsMethods,
  ...optionsMethods,
] as unknown as readonly AnyMethod[]

const BY_ID = new Map(METHODS.map((method) => [method.id, method]))

/** @throws {InputError} METHOD_UNKNOWN, naming near ids */
export function methodOf(id: string): AnyMethod {
  const method = BY_ID.get(id)
  if (method) return method
  const near = nearIds(id)
  const hint = near.length > 0 ? `; near it: ${near.join(', ')}` : ''
  throw new InputError('METHOD_UNKNOWN', 'method', `there is no method "${id}"${hint}`)
}

/** Ids that share a word with the text or differ from it by few letters, nearest first. */
export function nearIds(id: string, most = 5): string[] {
  const words = id
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((word) => word.length > 2)
  return METHODS.map((method) => {
    const shared = words.filter((word) => method.id.includes(word)).length
    return { id: method.id, distance: editDistance(id.toLowerCase(), method.id) - 4 * shared }
  })
    .filter(({ id: known, distance }) => distance <= Math.max(3, known.length / 3))
    .sort((a, b) => a.distance - b.distance)
    .slice(0, most)
    .map((entry) => entry.id)
}

/** Levenshtein distance. */
function editDistance(from: string, to: string): number {
  let row = Array.from({ length: to.length + 1 }, (_, i) => i)
  for (let i = 1; i <= from.length; i++) {
    const next = [i]
    for (let j = 1; j <= to.length; j++) {
      const replaced = (row[j - 1] ?? 0) + (from[i - 1] === to[j - 1] ? 0 : 1)
      next.push(Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, replaced))
    }
    row = next
  }
  return row[to.length] ?? 0
}
