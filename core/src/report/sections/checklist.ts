import { buildingsOf } from '../../build/built.ts'
import { expectedText } from '../../build/reading-text.ts'
import { type Reading, STAGES, type Step } from '../../build/step.ts'
import { stepsOf } from '../../build/steps.ts'
import type { Design } from '../../chain/design.ts'
import type { ReportBrief } from '../brief.ts'
import { column, headRow, type ReportRow, type Rich, row, type Section, section, table, words } from '../content.ts'

/** The steps of the work on paper, with room to write, for a place where no telephone works. */

/** Cells by which a string is told on paper: cold, at test conditions, in the sun, °C. */
const CELLS_C = [0, 25, 50] as const

/** Null once the work has begun: what was done stands in its place. */
export function checklistSection({ design, build }: ReportBrief): Section | null {
  if (buildingsOf(build?.records ?? []).length > 0) return null
  // A cell in the dark is as warm as the air.
  const byCell = CELLS_C.map((airC) => stepsOf(design, { airC, lightWPerM2: 0 }))
  const steps = stepsOf(design, null)
  if (steps.length === 0) return null
  const columns = [
    column('Step', { width: 6 }),
    column('Expected', { width: 4 }),
    column('Measured', { blankMm: 28 }),
    column('By, when', { blankMm: 26 }),
  ]
  const rows = STAGES.flatMap(({ id, title }): ReportRow[] => {
    const own = steps.flatMap((step, i) => (step.stage === id ? [{ step, warm: byCell.map((each) => each[i]) }] : []))
    if (own.length === 0) return []
    return [
      headRow(title, columns.length),
      ...own.map(({ step, warm }, i) =>
        row(
          stepText(
            step,
            own.slice(0, i).map((each) => each.step),
          ),
          step.byLight ? lightText(warm, design) : expected(step, design),
          '',
          '',
        ),
      ),
    ]
  })
  return section(
    'checklist',
    'On site, step by step',
    [
      words(
        'In this order; what fails is mended before what hangs on it. Air is read with what panels measure.',
        'soft',
      ),
      table('Checklist', '', columns, rows),
    ],
    { apart: true },
  )
}

/** What the steps before it in its stage say word for word is not said again: the page is read on a roof. */
function stepText({ title, what, tool, caution }: Step, before: readonly Step[]): Rich {
  const alike = before.find((each) => each.what === what && each.tool === tool && each.caution === caution)
  if (alike)
    return [
      { text: title, strong: true },
      { text: ` as ${alike.title}`, soft: true },
    ]
  const isWarned = caution === '' || before.some((each) => each.caution === caution)
  return [
    { text: title, strong: true },
    ` ${what}`,
    ...(tool === '' || before.some((each) => each.tool === tool) ? [] : [{ text: ` With ${tool}.`, soft: true }]),
    ...(isWarned ? [] : [{ text: ` ${caution}`, strong: true }]),
  ]
}

const readingText = (reading: Reading, { write }: Design): string[] => {
  const text = expectedText(reading, write)
  return text === '' ? [] : [`${reading.label}: ${text}`]
}

const expected = (step: Step, design: Design): string =>
  step
    .readings({}, () => null)
    .flatMap((reading) => readingText(reading, design))
    .join('; ')

/** Volts of a string by how warm its cells are; they are warmer than the air by 3 K for each 100 W/m². */
function lightText(warm: readonly (Step | undefined)[], { write }: Design): string {
  const each = warm.flatMap((step, i) => {
    const [volts] = step?.readings({}, () => null) ?? []
    return volts?.expected == null
      ? []
      : [`${write.quantity(volts.expected, 'V', 1)} with cells at ${write.quantity(CELLS_C[i] ?? 0, '°C', 0)}`]
  })
  return `${each.join(', ')}; ± 5 % or 2 V`
}
