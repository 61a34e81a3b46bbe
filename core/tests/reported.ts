import { fieldStation } from '../src/demo/demo.ts'
import { applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import type { Job } from '../src/job/schema.ts'
import type { Reader } from '../src/report/brief.ts'
import { type Block, plainText, type ReportContent } from '../src/report/content.ts'
import { reportOf } from '../src/report/report.ts'
import { designed } from './designed.ts'

/** Reports as tests read them. */

export const reportFor = (job: Job, reader: Reader = 'everyone'): ReportContent =>
  reportOf(
    { job, design: designed(job), revision: '7', date: '2026-11-28', program: '1.2.3', catalogueMark: 'abc' },
    reader,
  )
export const station = (...edits: Edit[]) => applyAll(fieldStation(), edits)
export const sectionOf = (content: ReportContent, id: string) => content.sections.find((each) => each.id === id)
export const tableOf = (content: ReportContent, id: string) => {
  const found = content.sections
    .flatMap(({ blocks }) => blocks)
    .find((block): block is Extract<Block, { kind: 'table' }> => block.kind === 'table' && block.id === id)
  if (!found) throw new Error(`no table ${id}`)
  return found
}
export const textOf = (content: ReportContent, id: string): string =>
  (sectionOf(content, id)?.blocks ?? [])
    .flatMap((block) =>
      block.kind === 'words'
        ? [plainText(block.text)]
        : block.kind === 'list'
          ? block.items.map(plainText)
          : block.kind === 'facts'
            ? block.facts.map(({ label, text }) => `${label}: ${plainText(text)}`)
            : block.kind === 'table'
              ? block.rows.map(({ cells }) => cells.map(({ rich }) => plainText(rich)).join(' | '))
              : [],
    )
    .join('\n')
