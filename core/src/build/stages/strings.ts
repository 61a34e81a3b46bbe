import { openVoltageNow, shortCurrentNow } from '../../array/on-site-methods.ts'
import { VOC_HOT_COEFF_FALLBACK_PER_C } from '../../array/string-methods.ts'
import { itemName, type Panel } from '../../catalogue/schema.ts'
import { stringsPlace } from '../../checks/strings.ts'
import { everyString, type StrungArray } from '../../controller/link.ts'
import { roofOf } from '../../diagram/roof.ts'
import type { Cause, Expected, Field, Read, Reading, Step } from '../step.ts'
import { about, atMost, field, isOut, measuring, oneByOne, step, UNKNOWN } from '../step.ts'
import { circuitOf, type Work } from '../work.ts'
import { mountedIds } from './ground.ts'

/** Strings, one by one, with the isolator open; then against each other. */

/** Two strings that differ by more are not joined. Source: handbook; a shaded or failed section is a third of a panel. */
const MOST_APART_FRACTION = 0.02
/** A clamp and a light meter together. Assumption of Yard Lamp. */
const CURRENT_FRACTION = 0.15
/** Below it a string gives less than its sheet says, W/m². Source: IEC 61829. */
export const LEAST_LIGHT_W_PER_M2 = 200

/** A string as it is wired, by its name on the drawing. */
interface Wired {
  readonly designation: string
  readonly panels: number
  readonly panel: Panel
  readonly into: string
}

function stringsOf({ design }: Work, { id }: StrungArray): Wired[] {
  const drawn = roofOf({ ...design, beside: [] })
  return drawn.flatMap(({ strings }) =>
    strings
      .filter(({ arrayId }) => arrayId === id)
      .map(({ designation, panels, panel, into }) => ({ designation, panels: panels.length, panel, into })),
  )
}

/** As many strings as stand there by their names, where no plane says where they lie. */
const namedStrings = (work: Work, each: StrungArray): Wired[] => {
  const laid = stringsOf(work, each)
  const all = each.quantity * each.strings.stringsPerController
  const whole = laid.filter(({ panels }) => panels === each.strings.panelsPerString)
  if (whole.length === all) return whole
  const name = work.names.units.get(`panels.${each.id}`) ?? 'String'
  return Array.from({ length: all }, (_, i) => ({
    designation: `${name}.${i + 1}`,
    panels: each.strings.panelsPerString,
    panel: each.panel,
    into: '',
  }))
}

/** What a string measures open, in the air and light that were read. */
function openNow({ now, write }: Work, { panel, panels }: Wired): Expected {
  if (!now) return { ...UNKNOWN, from: 'air and light not read yet' }
  const { cellC, openV, lowV, highV } = openVoltageNow.compute({
    panelsPerString: panels,
    vocV: panel.vocV,
    vocCoeffPerC: panel.vocCoeffPerC ?? VOC_HOT_COEFF_FALLBACK_PER_C,
    airC: now.airC,
    irradianceWPerM2: now.lightWPerM2,
  })
  const from = `${panels} × ${write.quantity(panel.vocV, 'V', 1)} with cells at ${write.quantity(cellC, '°C', 0)}; ± 5 % or 2 V`
  return { ...UNKNOWN, expected: openV, low: lowV, high: highV, from }
}

function shortNow({ now }: Work, { panel }: Wired): Expected {
  if (!now || now.lightWPerM2 < LEAST_LIGHT_W_PER_M2) return { ...UNKNOWN, from: 'wants light above 200 W/m²' }
  const { shortA } = shortCurrentNow.compute({ iscA: panel.iscA, irradianceWPerM2: now.lightWPerM2 })
  return about(shortA, CURRENT_FRACTION, 'the panel’s current in this light, ± 15 %')
}

const CAUSES: readonly Cause[] = [
  {
    sign: 'low',
    text: 'A panel turned round: its plus joined to plus. It takes its own volts away from those of the others.',
    next: 'Unplug in the middle of the string and measure both halves; then panel by panel in the half that is low.',
  },
  {
    sign: 'low',
    text: 'A panel left out, or a connector not home: the string is short by its volts, or dead.',
    next: 'Push each connector until it clicks, count the panels in the string, measure again.',
  },
  {
    sign: 'low',
    text: 'A section shaded or its bypass diode failed: a third of a panel is missing.',
    next: 'Look for a shadow, dirt or a crack; measure that panel by itself.',
  },
  {
    sign: 'low',
    text: 'Less light or a hotter roof than was entered.',
    next: 'Read air and light again, and measure at once after it.',
  },
  {
    sign: 'high',
    text: 'A panel too many in the string, or another panel than planned.',
    next: 'Count the panels; read the sheet on the back of one. Close nothing: the controller may not bear it.',
  },
  { sign: 'high', text: 'Colder than was entered.', next: 'Read air and light again, and measure at once after it.' },
]

/** In words: how many panels' worth is missing, and which fault that is. */
function explainString({ panel, panels }: Wired, readings: readonly Reading[], write: Work['write']): string {
  const volts = readings.find(({ id }) => id === 'openV')
  if (!volts || volts.value === null || !isOut(volts) || volts.expected === null) return ''
  const oneV = volts.expected / panels
  const offV = volts.value - volts.expected
  const off = write.quantity(Math.abs(offV), 'V', 1)
  if (volts.value < -1)
    return `The meter shows ${write.quantity(volts.value, 'V', 1)}: plus and minus of the string are exchanged, or the probes are. Join nothing until plus is plus: a controller may not survive it.`
  const worth = -offV / oneV
  const near = (n: number) => Math.abs(worth - n) < 0.2
  if (offV > 0)
    return `${off} more than a sound string gives now: ${near(-1) ? 'one panel’s worth, so count them' : 'another panel, a panel too many, or colder than entered'}.`
  if (near(2))
    return `${off} are missing, two panels’ worth: one panel of the ${panels} is reversed, and takes its own volts away as well.`
  if (near(1))
    return `${off} are missing, one panel’s worth: a panel is reversed behind its bypass diodes, left out, or a connector stands open.`
  if (volts.value < 2)
    return 'Next to nothing: the string is open. A connector is not home, or the isolator is between.'
  if (worth > 0.2 && worth < 0.5)
    return `${off} are missing, about a third of a panel (${write.quantity(panel.vocV / 3, 'V', 1)}): a section in shade, or a bypass diode that failed.`
  return `${off} are missing: ${write.number(worth, '', 1)} panels’ worth.`
}

export function strings(work: Work): Step[] {
  const arrays = everyString(work.design)
  return arrays.flatMap((array): Step[] => {
    const each = namedStrings(work, array)
    const { steps, reads } = oneByOne(each, (wired) => oneString(work, array, wired), {
      id: eachId(work, array),
      title: `${work.whose}Each string${array.name === '' ? '' : `, ${array.name}`}`,
    })
    return each.length > 1 ? [...steps, agreeing(work, array, each, reads)] : [...steps]
  })
}

/** One string laid out on the ground first. */
export function dryRun(work: Work): Step[] {
  const lead = (id: string) => circuitOf(work, 'array', id)
  return everyString(work.design).flatMap((array): Step[] => {
    const [first] = namedStrings(work, array)
    if (!first) return []
    const lengthM = lead(array.id)?.lengthM.value
    return [
      step(
        {
          ...ofString(work, array, first),
          id: `${work.prefix}dry.${array.id}`,
          stage: 'dry',
          title: `${work.whose}${array.name === '' ? 'One string' : `One string, ${array.name}`}, joined on the ground`,
          what: `Lay ${first.panels} panels face up, join them in series, measure plus to minus, unplug, number them. ${lengthM === undefined ? '' : `The lead of ${work.write.quantity(lengthM, 'm', 0)} reaches from the array to its controller, with slack at both ends.`}`,
          after: ['before.tools'],
          mayBeLeft: true,
        },
        [first.panel.id, first.panels],
      ),
    ]
  })
}

/** What every measurement of a string has in common. */
function ofString(
  work: Work,
  array: StrungArray,
  wired: Wired,
): Pick<
  Step,
  'fields' | 'readings' | 'causes' | 'explain' | 'byLight' | 'tool' | 'caution' | 'check' | 'place' | 'link'
> {
  const asked: (Field & Expected)[] = [{ ...field('openV', 'open-circuit voltage', 'V', 1), ...openNow(work, wired) }]
  return {
    ...measuring(asked),
    byLight: true,
    causes: CAUSES,
    explain: (readings) => explainString(wired, readings, work.write),
    tool: `meter for direct voltage to ${work.write.quantity(voltsOfMeter(array.strings.coldV.value), 'V', 0)}`,
    caution: 'Panels are live whenever they are lit. Never unplug a connector that carries current; touch no bare end.',
    check: 'string.cold-over-limit',
    place: stringsPlace(array.id, 'panelsPerString'),
    link: 'controller',
  }
}
const voltsOfMeter = (coldV: number): number => [60, 200, 600, 1000, 1500].find((step) => step >= coldV) ?? 1500

export const stringId = (work: Work, { designation }: Pick<Wired, 'designation'>): string =>
  `${work.prefix}string.${designation.replace(/[^A-Za-z0-9.]+/g, '-')}`

function oneString(work: Work, array: StrungArray, wired: Wired): Step {
  const common = ofString(work, array, wired)
  const short: Field & Expected = {
    ...field('shortA', 'short-circuit current', 'A', 1, true),
    ...shortNow(work, wired),
  }
  const asked = [{ ...field('openV', 'open-circuit voltage', 'V', 1), ...openNow(work, wired) }, short]
  return step(
    {
      ...common,
      ...measuring(asked),
      id: stringId(work, wired),
      stage: 'strings',
      designation: wired.designation,
      title: `${work.whose}String ${wired.designation}`,
      what: `${wired.panels} × ${itemName(wired.panel)} in series${wired.into === '' ? '' : `, to ${wired.into}`}. Isolator open, string fuse out. Plus probe on the end marked plus: a minus sign means the ends are exchanged. Current only with a tester made for it.`,
      after: [...mountedIds(work), `${work.prefix}board.off`].filter(
        (id) => work.prefix === '' || id.startsWith(work.prefix),
      ),
    },
    [wired.panel.id, wired.panels, wired.into],
  )
}

/** How far apart the strings of an array are, each beside what was expected of it when it was measured. */
function agreeing(work: Work, array: StrungArray, each: readonly Wired[], reads: readonly Read[]): Step {
  const names = each.map(({ designation }) => designation)
  const [first, last] = [names.at(0), names.at(-1)]
  return step(
    {
      id: `${work.prefix}strings.agree.${array.id}`,
      stage: 'strings',
      title: `${work.whose}Strings agree${array.name === '' ? '' : `, ${array.name}`}`,
      what: `${names.length > MOST_NAMED ? `${first} to ${last}` : names.join(', ')}: each beside what was expected of it in the light it was measured in. More than 2 % apart are not joined.`,
      readings: (_values, measured) => {
        const shares = reads.flatMap(({ stepId, fieldId }) => {
          const read = measured(stepId, fieldId)
          return read?.value != null && read.expected ? [read.value / read.expected] : []
        })
        const apart = shares.length === reads.length ? Math.max(...shares) - Math.min(...shares) : null
        return [
          {
            id: 'apart',
            label: 'apart',
            unit: '%',
            decimals: 1,
            value: apart === null ? null : apart * 100,
            ...atMost(MOST_APART_FRACTION * 100, 'strings in parallel'),
          },
        ]
      },
      causes: [
        {
          sign: 'high',
          text: 'The lower one has a fault, or the light changed between two measurements.',
          next: 'Measure all strings again within a minute; look at the lowest panel by panel.',
        },
      ],
      check: 'string.uneven',
      place: 'controller',
      link: 'controller',
      after: [...new Set(reads.map(({ stepId }) => stepId))],
    },
    each.map((wired) => stringId(work, wired)),
  )
}
/** More are named by the first and the last. */
const MOST_NAMED = 24
const eachId = (work: Work, { id }: StrungArray): string => `${work.prefix}string.each.${id}`

/** Steps after which an array may be closed. */
export const soundIds = (work: Work, array: StrungArray): string[] => {
  const each = namedStrings(work, array)
  return each.length > 1 ? [`${work.prefix}strings.agree.${array.id}`] : each.map((wired) => stringId(work, wired))
}
