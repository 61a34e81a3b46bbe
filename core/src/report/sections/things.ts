import { settingsOf } from '../../after/settings.ts'
import { METHODS } from '../../chain/methods.ts'
import { JOB_VERSION } from '../../job/schema.ts'
import { quantityMeta } from '../../method/quantity.ts'
import { lineName } from '../../parts/list.ts'
import { PLACES } from '../../plant/plant.ts'
import { rulesOf } from '../../rules/rules.ts'
import { formatNumber } from '../../units/format.ts'
import { isKnown, isUnsettled, type Known, type Step } from '../../working/working.ts'
import type { ReportBrief } from '../brief.ts'
import {
  type Block,
  column,
  figures,
  headRow,
  type ReportRow,
  row,
  type Section,
  section,
  sumRow,
  table,
  tell,
  words,
} from '../content.ts'

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** What is bought, place by place. @param priced with prices, or for carrying and fitting alone */
export function partsSection({ design: { parts, write } }: ReportBrief, priced: boolean): Section {
  const columns = [
    figures('order'),
    column('Part', { width: 3 }),
    column('For', { width: 4 }),
    figures('weight', write.unit('kg')),
    ...(priced ? [figures('price', parts.currency)] : []),
  ]
  const rows = PLACES.flatMap((place): ReportRow[] => {
    const own = parts.lines.filter((line) => line.place === place && line.quantity > 0)
    if (own.length === 0) return []
    return [
      headRow(capital(place), columns.length),
      ...own.map((line) =>
        row(
          tell(
            line.unit === '' ? line.quantity : write.shown(line.quantity, line.unit),
            write.quantity(line.quantity, line.unit),
          ),
          lineName(line),
          shortened(line.use),
          tell(write.shown(line.weightKg, 'kg'), write.number(line.weightKg, 'kg', 1)),
          ...(priced ? [tell(line.price, formatNumber(line.price, 2))] : []),
        ),
      ),
    ]
  })
  const sum = sumRow(
    '',
    'Together',
    '',
    tell(write.shown(parts.weightKg.value, 'kg'), write.number(parts.weightKg.value, 'kg', 0)),
    ...(priced ? [tell(parts.price.value, formatNumber(parts.price.value, 2))] : []),
  )
  const open = parts.unlisted.map(({ name, quantity }) => `${formatNumber(quantity)} × ${name}`)
  return section(
    'parts',
    'Parts',
    [
      table('Parts', '', columns, [...rows, sum]),
      ...(open.length > 0
        ? [words([{ text: `In no catalogue here, and in no price: ${open.join('; ')}.`, bad: true }])]
        : []),
    ],
    { apart: true },
  )
}

const MOST_LETTERS = 120
const shortened = (text: string): string => (text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 1)}…` : text)

/** Cables cut, under the names of their labels. */
export function cutsSection({ design: { parts, write } }: ReportBrief): Section {
  const columns = [
    column('Label'),
    column('For', { width: 3 }),
    figures('pieces'),
    figures('length', write.unit('m')),
    column('counted as', { width: 2 }),
  ]
  const rows = parts.cutCables.flatMap(({ name, cuts, cutM, orderedM }): ReportRow[] => [
    headRow(
      `${name}: ${write.quantity(cutM, 'm', 1)} cut, ${write.quantity(orderedM, 'm', 0)} to order`,
      columns.length,
    ),
    ...cuts.map(({ designation, title, pieces, lengthM, how }) =>
      row(
        designation,
        title,
        tell(pieces, formatNumber(pieces)),
        tell(write.shown(lengthM, 'm'), write.number(lengthM, 'm', 2)),
        how,
      ),
    ),
  ])
  return section('cuts', 'Cut list', [table('Cut list', '', columns, rows)], { apart: true })
}

/** Device by device, what is set before it is switched on. */
export function settingsSection({ design }: ReportBrief): Section {
  const columns = [
    column('Setting', { width: 2 }),
    column('Set to', { width: 2 }),
    column('Safe', { width: 3 }),
    column('From', { width: 2 }),
    column('As found'),
  ]
  const rows = settingsOf(design).flatMap(({ designation, name, settings }): ReportRow[] => [
    headRow(`${designation} ${name}`.trim(), columns.length),
    ...settings.map(({ label, text, value, safe, from, isAssumed }) =>
      row(
        label,
        value === null ? (isAssumed ? [{ text, assumed: true }] : text) : tell(value, text, isAssumed),
        safe,
        from,
        '',
      ),
    ),
  ])
  return section('settings', 'Settings', [table('Settings', '', columns, rows)], { apart: true })
}

/** Figures nobody entered, apart from those that were measured, read or entered. */
export function originsSection({ design }: ReportBrief): Section {
  const told = figuresOf(design.steps)
  const rowsOf = (fits: (figure: Told) => boolean) =>
    told
      .filter(fits)
      .map(({ label, known, unit }) =>
        row(
          label,
          tell(design.write.shown(known.value, unit), design.write.quantity(known.value, unit), isUnsettled(known)),
          known.origin,
          known.from,
        ),
      )
  const columns = [column('Figure', { width: 3 }), figures('Value'), column('Kind'), column('From', { width: 4 })]
  const blocks: Block[] = [
    table(
      'Assumptions',
      'Assumed, typical or guessed',
      columns,
      rowsOf(({ known }) => isUnsettled(known)),
    ),
    table(
      'Settled',
      'Measured, read from a label, or entered',
      columns,
      rowsOf(({ known }) => SETTLED.has(known.origin)),
    ),
  ]
  return section('origins', 'Assumptions, and what was measured', blocks, { apart: true })
}
const SETTLED: ReadonlySet<Known['origin']> = new Set(['measured', 'label', 'entered'])

interface Told {
  readonly label: string
  readonly unit: string
  readonly known: Known
}

/** Every single figure that went into a step and was not itself computed, once. */
function figuresOf(steps: readonly Step[]): Told[] {
  const methods = new Map(METHODS.map((method) => [method.id, method]))
  const found = new Map<string, Told>()
  for (const { methodId, inputs, link, subject } of steps) {
    const method = methods.get(methodId)
    // Row by row they stand in the list of loads.
    if (link === 'loads' && subject !== '') continue
    for (const [key, input] of Object.entries(inputs)) {
      if (!isKnown(input) || typeof input.value !== 'number' || input.origin === 'computed') continue
      const schema = method?.inputs.shape[key]
      const meta = schema ? quantityMeta(schema as never) : undefined
      const label = capital(subject === '' ? (meta?.label ?? key) : `${subject}: ${meta?.label ?? key}`)
      const id = input.place ?? `${label}/${input.value}/${input.from}`
      if (!found.has(id)) found.set(id, { label, unit: meta?.unit ?? '', known: input as Known })
    }
  }
  return [...found.values()]
}

/** What it was made with. */
export function versionsSection({ job, design, revision, date, program, catalogueMark }: ReportBrief): Section {
  const rules = rulesOf(job.site)
  return section('versions', 'Made with', [
    {
      kind: 'facts',
      facts: [
        { label: 'Job', text: `${job.name}, option ${design.option.name}` },
        { label: 'Revision', text: revision },
        { label: 'Day', text: date },
        { label: 'Program', text: `Yard Lamp ${program}, job format ${JOB_VERSION}` },
        {
          label: 'Catalogue',
          text:
            catalogueMark === '' ? 'as kept with the job' : `mark ${catalogueMark}; sheets in use as kept with the job`,
        },
        { label: 'Tables', text: `${rules.name}: ${rules.standards}` },
        { label: 'Prices', text: `in ${design.parts.currency}` },
      ],
    },
    words(
      'Planning values of the standards, to be confirmed against the edition in force. A licensed person checks and signs where the law asks.',
      'soft',
    ),
  ])
}
