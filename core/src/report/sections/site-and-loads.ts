import { everyRow } from '../../chain/design.ts'
import type { Load } from '../../job/schema.ts'
import { hasMeter, shownEntry } from '../../loads/index.ts'
import { rulesOf } from '../../rules/rules.ts'
import { formatNumber, formatPercent, formatQuantity, MONTH_NAMES } from '../../units/format.ts'
import { isUnsettled } from '../../working/working.ts'
import type { ReportBrief } from '../brief.ts'
import {
  assumedIf,
  type Block,
  column,
  figures,
  NONE,
  type Rich,
  row,
  type Section,
  say,
  section,
  sumRow,
  table,
  tell,
  words,
} from '../content.ts'

const KIND_WORDS = {
  building: 'a building',
  vehicle: 'a vehicle',
  boat: 'a boat',
  trailer: 'a trailer',
  equipment: 'equipment',
} as const
const SUN_SAID = {
  measured: 'measured here',
  published: 'published',
  climate: 'assumed of a climate',
  guess: 'guessed',
} as const

/** What it is asked for, and where. */
export function briefSection({ job, design }: ReportBrief): Section {
  const { site } = job
  const { option, write } = design
  const months =
    site.monthsInUse.length === 12 ? 'all year' : site.monthsInUse.map((month) => MONTH_NAMES[month - 1]).join(', ')
  const facts: { label: string; text: Rich }[] = [
    { label: 'For', text: KIND_WORDS[site.kind] },
    { label: 'Place', text: placeText(site, write.quantity) },
    { label: 'In use', text: `${months}${site.daysInUse === 'weekends' ? ', at weekends' : ''}` },
    { label: 'Critical', text: site.critical ? 'yes: it may not fail' : 'no' },
    {
      label: 'Days without sun',
      text: assumedIf(
        option.battery.autonomyDays === null,
        `${formatNumber(option.battery.autonomyDays ?? design.battery.autonomyDays.value)} days asked for`,
      ),
    },
    { label: 'Backup', text: option.backup.kind },
    {
      label: 'Mains',
      text: `${formatQuantity(site.mainsVoltageV, 'V')}, ${formatQuantity(site.mainsFrequencyHz, 'Hz')}${site.splitPhase ? ', split phase' : ''}`,
    },
    { label: 'Rules', text: `${rulesOf(site).name}: ${rulesOf(site).standards}` },
  ]
  return section('brief', 'Brief', [...(job.note === '' ? [] : [words(job.note)]), { kind: 'facts', facts }])
}

function placeText(
  { place, latitudeDeg, longitudeDeg, altitudeM }: ReportBrief['job']['site'],
  quantity: (value: number, unit: string, decimals?: number) => string,
): string {
  const at = latitudeDeg === null ? '' : `${formatNumber(latitudeDeg, 2)}°, ${formatNumber(longitudeDeg ?? 0, 2)}°`
  const high = altitudeM === null ? '' : quantity(altitudeM, 'm', 0)
  return [place, at, high].filter((each) => each !== '').join(' · ') || 'not entered'
}

/** Every load as it was audited, and what it comes to at the battery. */
export function loadsSection({ job, design }: ReportBrief): Section {
  const { loads } = design
  const rows = everyRow(design)
  const columns = [
    figures('n'),
    column('Load', { width: 3 }),
    column('on'),
    figures('each', 'W'),
    column('from'),
    figures('a day', 'h'),
    figures('duty', '%'),
    figures('days a week'),
    figures('a day', 'Wh'),
  ]
  const listed = job.loads.map((load) => {
    const found = rows.find(({ id }) => id === load.id)
    const isGuess = load.basis === 'typical' || load.basis === 'guess'
    const later = load.stage === 'later' ? ' (later: not sized for)' : ''
    return row(
      tell(load.quantity, formatNumber(load.quantity)),
      load.name + later,
      shownEntry(load, 'supply'),
      found?.powerW ? tell(found.powerW.value, formatNumber(found.powerW.value), isGuess) : NONE,
      load.basis,
      hoursCell(load),
      tell(load.dutyCycle * 100, formatNumber(load.dutyCycle * 100)),
      tell(load.daysPerWeek, formatNumber(load.daysPerWeek)),
      found?.dailyEnergyWh ? tell(found.dailyEnergyWh.value, formatNumber(found.dailyEnergyWh.value, 0)) : NONE,
    )
  })
  const blank = ['', '', '', '', '', ''] as const
  const heatingWh = loads.heating?.byMonthWh[loads.heaviestMonth - 1]?.value ?? 0
  const heating = loads.heating
    ? [
        row(
          '',
          `Battery-box heating, in the heaviest month${loads.heating.seenByMonitor ? '' : '; the monitor’s shunt does not see it'}`,
          ...blank,
          tell(heatingWh, formatNumber(heatingWh, 0)),
        ),
      ]
    : []
  const margin = `At the battery bus, with conversion loss, idle draw and ${formatPercent(loads.marginFraction.value)} margin`
  return section('loads', 'Loads', [
    table('Loads', '', columns, [
      ...listed,
      ...heating,
      sumRow('', margin, ...blank, tell(loads.busDailyEnergyWh.value, formatNumber(loads.busDailyEnergyWh.value, 0))),
    ]),
  ])
}

function hoursCell(load: Load) {
  if (hasMeter(load)) return say('meter')
  const hours = load.hoursPerDay ?? load.hoursOfDay?.length
  return hours === undefined ? NONE : tell(hours, formatNumber(hours))
}

/** Sun, cold and planes, and the months one by one. */
export function sunSection({ job: { site }, design }: ReportBrief): Section {
  const { write, array } = design
  const { planes, recordHighC, sunHours } = design.site
  const unsettled = site.sunBasis === 'climate' || site.sunBasis === 'guess'
  const months = MONTH_NAMES.map((name) => figures(name.slice(0, 3)))
  const yearRow = (title: string, values: readonly number[] | undefined, scale: number) =>
    values
      ? [
          row(
            title,
            ...MONTH_NAMES.map((_, i) => tell((values[i] ?? 0) / scale, formatNumber((values[i] ?? 0) / scale, 1))),
          ),
        ]
      : []
  const said: Rich = [
    'Sun ',
    { text: SUN_SAID[site.sunBasis], assumed: unsettled },
    site.sunSource === '' ? '' : ` (${site.sunSource})`,
    site.horizon.length > 0 ? ', with the horizon as surveyed' : '',
    '. Record low ',
    site.recordLowC === null ? { text: 'not known', bad: true } : write.quantity(site.recordLowC, '°C'),
    ', record high ',
    { text: write.quantity(recordHighC.value, '°C'), assumed: isUnsettled(recordHighC) },
    '.',
  ]
  const blocks: Block[] = [
    words(said),
    ...planes.map(({ plane, tiltDeg, azimuthDeg, share }) =>
      words(
        `${plane.name}: ${[...new Set(tiltDeg.map(({ value }) => `${formatNumber(value)}°`))].join(' / ')} from flat, facing ${formatNumber(azimuthDeg.value)}°${planes.length > 1 ? `, ${formatPercent(share)} of the array` : ''}${plane.positions === 'fixed' ? '' : `, set ${plane.positions === 'two' ? 'twice' : 'four times'} a year`}`,
      ),
    ),
  ]
  if (sunHours)
    blocks.push(
      table(
        'Months',
        'Month by month, a day',
        [column('', { width: 2 }), ...months],
        [
          ...yearRow('sun hours', sunHours.value, 1),
          ...yearRow('yield, kWh', array.yieldWh?.value, 1000),
          ...yearRow('need, kWh', array.needWh, 1000),
        ],
      ),
    )
  return section('sun', 'Sun and place', blocks)
}
