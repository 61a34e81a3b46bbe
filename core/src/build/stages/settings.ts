import { type DeviceSetting, settingsOf } from '../../after/settings.ts'
import type { Unit } from '../../plant/plant.ts'
import { about, type Expected, type Field, field, measuring, type Step, step, UNKNOWN } from '../step.ts'
import { piecesOf, type Work } from '../work.ts'

/** Settings, device by device. */

/** A figure set is read back as it was set, but for its last digit. */
const SET_WITHIN = 0.02

const settingsId = ({ prefix }: Work, unitId: string, at: number): string => `${prefix}settings.${unitId}.${at}`

/** A step for each device that is set. */
export function settings(work: Work): Step[] {
  const { design, prefix, whose } = work
  return settingsOf(design).flatMap(({ unitId, designation, name, settings: each }): Step[] => {
    const quantity = design.plant.units.find(({ id }) => id === unitId)?.quantity ?? 1
    const asked = each.flatMap((setting, i): (Field & Expected)[] =>
      setting.value === null
        ? []
        : [{ ...field(`set${i}`, setting.label, setting.unit, decimalsOf(setting)), ...setTo(setting) }],
    )
    const chosen = each.filter(({ value }) => value === null).map(({ label, text }) => `${label}: ${text}`)
    return Array.from({ length: quantity }, (_, i) => {
      const called = quantity > 1 ? `${designation}.${i + 1}` : designation
      return step(
        {
          id: settingsId(work, unitId, i + 1),
          stage: 'settings',
          designation: called,
          title: `${whose}${called} ${name}`,
          what: `${chosen.length > 0 ? `${chosen.join('. ')}. ` : ''}Written in, then read back from the device itself.`,
          tool: 'the device’s display or its program',
          caution: 'A charging voltage above the battery’s sheet destroys it, lithium first.',
          ...measuring(asked),
          causes: [
            {
              sign: 'any',
              text: 'A profile of the maker overrides what was set.',
              next: 'Choose the profile of the user’s own first, then set each figure again.',
            },
            {
              sign: 'high',
              text: 'Set for another voltage of the system.',
              next: 'Look at the system voltage it found; some ask for it at the first start only.',
            },
          ],
          check: 'settings.charge-voltage',
          place: 'battery.settings.absorptionV',
          link: 'battery',
          after: [`${prefix}close.switch`],
        },
        each.map(({ label, text }) => [label, text]),
      )
    })
  })
}

const decimalsOf = ({ unit }: DeviceSetting): number => (unit === 'V' || unit === 'A' ? 1 : 0)

function setTo({ value, isLimit, safe, from }: DeviceSetting): Expected {
  if (value === null) return UNKNOWN
  const why = safe === '' ? from : `${from}; safe ${safe}`
  // Nobody is hurt by less of a current limit, but more than the bank bears is out.
  if (isLimit) return { ...UNKNOWN, expected: value, high: value * (1 + SET_WITHIN), from: why }
  return about(value, SET_WITHIN / (Math.abs(value) > 10 ? 8 : 1), why)
}

/** Steps in which the pieces of a role are set. */
export const setIds = (work: Work, role: Unit['role']): string[] => {
  const set = new Set(settingsOf(work.design).map(({ unitId }) => unitId))
  return piecesOf(work, role).flatMap(({ unit, at }) => (set.has(unit.id) ? [settingsId(work, unit.id, at)] : []))
}
