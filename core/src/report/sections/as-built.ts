import { type Built, buildingsOf, progressOf, standingsOf } from '../../build/built.ts'
import { differencesOf, reasonFor } from '../../build/differences.ts'
import { jobAsBuilt } from '../../build/job-as-built.ts'
import { expectedText, figureText, verdictText } from '../../build/reading-text.ts'
import { isOut, STAGES, type Step } from '../../build/step.ts'
import { stepsOf } from '../../build/steps.ts'
import { type Design, design as designOf } from '../../chain/design.ts'
import type { StepRecord } from '../../records/index.ts'
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
  table,
  words,
} from '../content.ts'

/** What was built, beside what was planned; what was measured, beside what was expected; and who signed for it. */

/** Photographs of one report: more are counted. */
export const MOST_REPORT_PHOTOS = 48

const OUTCOME: Readonly<Record<StepRecord['outcome'], string>> = { pass: 'passed', fail: 'failed', left: 'left out' }
const dayOf = (at: string): string => at.slice(0, 10)
const timeOf = (at: string): string => `${at.slice(0, 10)} ${at.slice(11, 16)}`

/** Null while the work has not begun. */
export function asBuiltSection(brief: ReportBrief, isWhole: boolean): Section | null {
  const { records, plan } = brief.build ?? { records: [], plan: null }
  const buildings = buildingsOf(records)
  const built = buildings.at(-1)
  if (!built) return null
  const design = builtDesign(brief, built)
  const steps = stepsOf(design, null)
  const blocks: Block[] = [
    summary(built, steps, buildings.slice(0, -1)),
    ...(plan ? otherwise(design, designOf(jobAsBuilt(plan, built), design.sheets), built) : []),
    measured(design, steps, built),
    ...(isWhole ? [stepTable(steps, built), ...photos(steps, built)] : []),
  ]
  return section('as-built', 'As built', blocks, { apart: true })
}

const builtDesign = ({ job, design }: ReportBrief, built: Built): Design => {
  const own = jobAsBuilt(job, built)
  return own === job ? design : designOf(own, design.sheets)
}

function summary(built: Built, steps: readonly Step[], earlier: readonly Built[]): Block {
  const { done, failed, again, steps: all } = progressOf(standingsOf(steps, built))
  const { signedOff, begin } = built
  const more = [failed > 0 ? `${failed} failed` : '', again > 0 ? `${again} to do again` : ''].filter(
    (text) => text !== '',
  )
  return {
    kind: 'facts',
    facts: [
      { label: 'As built', text: String(built.number) },
      { label: 'Plan', text: `revision ${begin.revision}, begun ${dayOf(begin.at)} by ${begin.by}` },
      { label: 'Steps done', text: [`${done} of ${all}`, ...more].join(', ') },
      {
        label: 'Signed',
        text: signedOff
          ? `${signedOff.day} by ${signedOff.by}, revision ${signedOff.revision}${signedOff.statement === '' ? '' : `: ${signedOff.statement}`}`
          : [{ text: 'not signed: the work is not finished', bad: true }],
      },
      ...(begin.reason === '' ? [] : [{ label: 'Begun again', text: begin.reason }]),
      ...earlier.map(({ number, signedOff: before }) => ({
        label: `As built ${number}`,
        text: `signed ${before?.day ?? ''} by ${before?.by ?? ''}`,
      })),
    ],
  }
}

function otherwise(design: Design, plan: Design, built: Built): Block[] {
  const differences = differencesOf(plan, design)
  if (differences.length === 0) return [words('Built as planned: nothing differs from the plan.')]
  const columns = [
    column('What', { width: 3 }),
    column('Planned', { width: 2 }),
    column('Built', { width: 2 }),
    column('Why', { width: 3 }),
    column('By', { width: 2 }),
  ]
  const rows = differences.map((each) => {
    const change = reasonFor(each, built)
    const why = change ? change.reason : ([{ text: 'nobody said why', bad: true }] as const)
    return row(each.what, each.planned, each.built, why, change ? `${change.by}, ${dayOf(change.at)}` : '')
  })
  return [table('Built otherwise', 'Built otherwise than planned', columns, rows)]
}

function measured(design: Design, steps: readonly Step[], built: Built): Block {
  const { write } = design
  const columns = [
    column('Step', { width: 3 }),
    column('Reading', { width: 2 }),
    figures('Measured'),
    column('Expected', { width: 3 }),
    column('Right?', { width: 2 }),
    column('By', { width: 2 }),
  ]
  const rows = steps.flatMap((step): ReportRow[] => {
    const record = built.results.get(step.id)
    return (record?.readings ?? []).flatMap((reading) => {
      if (reading.value === null || !record) return []
      const verdict = verdictText(reading, write) || '–'
      return [
        row(
          record.title,
          reading.label,
          { rich: figureText(reading, reading.value, write), value: write.shown(reading.value, reading.unit) },
          expectedText(reading, write) || '–',
          isOut(reading) ? [{ text: verdict, bad: true }] : verdict,
          `${record.by}, ${timeOf(record.at)}`,
        ),
      ]
    })
  })
  if (rows.length === 0) return words('Nothing was measured yet.')
  return table('Measured', 'Expected and measured', columns, rows)
}

function stepTable(steps: readonly Step[], built: Built): Block {
  const columns = [
    column('Step', { width: 4 }),
    column('How', { width: 1 }),
    column('By', { width: 2 }),
    column('When', { width: 2 }),
    column('Note', { width: 4 }),
  ]
  const rows = STAGES.flatMap(({ id, title }): ReportRow[] => {
    const own = steps.filter((step) => step.stage === id)
    if (own.length === 0) return []
    return [
      headRow(title, columns.length),
      ...own.flatMap((step): ReportRow[] => {
        const tried = built.tried.get(step.id) ?? []
        const all = tried.length > 0 ? tried : [built.results.get(step.id)].flatMap((each) => each ?? [])
        if (all.length === 0) return [row(step.title, [{ text: 'not done', soft: true }], '', '', '')]
        return all.map(({ outcome, by, at, note }) =>
          row(
            step.title,
            outcome === 'fail' ? [{ text: OUTCOME.fail, bad: true }] : OUTCOME[outcome],
            by,
            timeOf(at),
            note,
          ),
        )
      }),
    ]
  })
  return table('Steps', 'Step by step', columns, rows)
}

function photos(steps: readonly Step[], built: Built): Block[] {
  const all = steps.flatMap((step) =>
    (built.photos.get(step.id) ?? []).map(({ fileId, at, by, caption }) => ({
      fileId,
      caption: [step.title, caption, `${by}, ${timeOf(at)}`].filter((text) => text !== '').join(' · '),
    })),
  )
  if (all.length === 0) return []
  const left = all.length - MOST_REPORT_PHOTOS
  return [
    { kind: 'photos', photos: all.slice(0, MOST_REPORT_PHOTOS) },
    ...(left > 0 ? [words(`${left} more photographs are kept with the job.`, 'soft')] : []),
  ]
}

/** Photographs a report shows, by the ids of their files. */
export const photosIn = (sections: readonly Section[]): string[] =>
  sections.flatMap(({ blocks }) =>
    blocks.flatMap((block) => (block.kind === 'photos' ? block.photos.map(({ fileId }) => fileId) : [])),
  )
