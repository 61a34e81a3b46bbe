import { READER_WORDS, type Reader, type ReportBrief } from './brief.ts'
import type { Block, ReportContent, Section } from './content.ts'
import { section } from './content.ts'
import { answersSection, cautionsSection, checksSection, stopOf, workingsSection } from './sections/answers.ts'
import { asBuiltSection } from './sections/as-built.ts'
import { checklistSection } from './sections/checklist.ts'
import { briefSection, loadsSection, sunSection } from './sections/site-and-loads.ts'
import { cutsSection, originsSection, partsSection, settingsSection, versionsSection } from './sections/things.ts'
import { earthSection, fittingsSection, scheduleSection } from './sections/wiring.ts'
import { yearSection } from './sections/year.ts'
import type { SheetOf } from './sheets.ts'

/** A drawing of each kind there is: of systems beside too. */
function drawingsSection({ design }: ReportBrief, sheets: readonly SheetOf[]): Section | null {
  if (design.wiring.circuits.length === 0) return null
  const systems = [{ id: null, name: '' }, ...design.beside.map(({ id, name }) => ({ id, name }))]
  const blocks = sheets.flatMap((sheet): Block[] => {
    const title = DRAWING_WORDS[sheet]
    if (sheet === 'roof') return design.array.layout ? [{ kind: 'drawing', sheet, systemId: null, title }] : []
    return systems.map(({ id, name }) => ({
      kind: 'drawing',
      sheet,
      systemId: id,
      title: name === '' ? title : `${title}, ${name}`,
    }))
  })
  return section('drawings', 'Drawings', blocks, { lies: true, apart: true })
}
const DRAWING_WORDS: Readonly<Record<SheetOf, string>> = {
  'one-line': 'One-line drawing',
  wall: 'On the wall',
  roof: 'Strings on the planes',
}
const ALL_SHEETS: readonly SheetOf[] = ['one-line', 'wall', 'roof']

/** Sections for each reader, in the order they are read. */
const SECTIONS: Readonly<Record<Reader, (brief: ReportBrief) => (Section | null)[]>> = {
  everyone: (brief) => [
    briefSection(brief),
    answersSection(brief, true),
    cautionsSection(brief),
    checksSection(brief),
    loadsSection(brief),
    sunSection(brief),
    yearSection(brief, true),
    drawingsSection(brief, ALL_SHEETS),
    scheduleSection(brief),
    earthSection(brief),
    fittingsSection(brief),
    settingsSection(brief),
    asBuiltSection(brief, true),
    partsSection(brief, true),
    cutsSection(brief),
    originsSection(brief),
    versionsSection(brief),
    workingsSection(brief),
  ],
  customer: (brief) => [
    briefSection(brief),
    answersSection(brief, false),
    cautionsSection(brief),
    checksSection(brief),
    loadsSection(brief),
    sunSection(brief),
    yearSection(brief, false),
    drawingsSection(brief, ['one-line']),
    settingsSection(brief),
    asBuiltSection(brief, false),
    originsSection(brief),
    versionsSection(brief),
  ],
  inspector: (brief) => [
    briefSection(brief),
    answersSection(brief, false),
    checksSection(brief),
    cautionsSection(brief),
    drawingsSection(brief, ALL_SHEETS),
    scheduleSection(brief),
    earthSection(brief),
    fittingsSection(brief),
    settingsSection(brief),
    asBuiltSection(brief, true),
    originsSection(brief),
    versionsSection(brief),
    workingsSection(brief, ['battery', 'array', 'controller', 'inverter', 'backup', 'wiring']),
  ],
  workshop: (brief) => [
    answersSection(brief, false),
    cautionsSection(brief),
    drawingsSection(brief, ALL_SHEETS),
    scheduleSection(brief),
    earthSection(brief),
    fittingsSection(brief),
    cutsSection(brief),
    partsSection(brief, false),
    settingsSection(brief),
    checklistSection(brief),
    asBuiltSection(brief, true),
    versionsSection(brief),
  ],
}

/** The report of a job for a reader: one content for screen, PDF, workbook and CSV. */
export function reportOf(brief: ReportBrief, reader: Reader): ReportContent {
  const { job, design, revision, date } = brief
  return {
    title: job.name,
    subtitle: READER_WORDS[reader],
    place: job.site.place,
    option: design.option.name,
    revision,
    date,
    stop: stopOf(brief),
    sections: SECTIONS[reader](brief).filter((each) => each !== null),
    foot: 'Slanted and underlined figures are assumptions or typical values, not measured. To be checked by a licensed person against the code in force.',
  }
}
