import { Button, SegmentedControl } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconArrowLeft, IconFileSpreadsheet, IconFileTypePdf, IconPrinter } from '@tabler/icons-react'
import type { Job } from '@yard-lamp/core'
import {
  photosIn,
  READER_WORDS,
  READERS,
  type Reader,
  type ReportBrief,
  type ReportContent,
  reportBook,
  reportOf,
} from '@yard-lamp/core/report'
import { useEffect, useMemo, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { api } from '../api/client.ts'
import { pdfMaker, usePdfMakerSoon } from '../diagram/pdf/pdf-maker.ts'
import { fileName, saveFile } from '../files/save-file.ts'
import { NotOpened } from '../job/NotOpened.tsx'
import { useOpenJob } from '../job/use-open-job.ts'
import { planOf, selectBuildings, selectRecords } from '../store/records.ts'
import { selectDatedDesign, selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { ServerPdf } from '../studies/ServerPdf.tsx'
import { useWorkedYear } from '../year/use-worked-year.ts'
import { Drawing } from './Drawing.tsx'
import { ReportView } from './ReportView.tsx'
import '../job/page.css'
import '../working/working.css'
import './sheet.css'

type Opened = NonNullable<ReturnType<typeof selectDesignOrNull>>

/** The whole design on paper, or what of it a reader needs: on screen, printed, as PDF or as a workbook. */
export default function SheetPage() {
  const { id = '' } = useParams()
  const { failure, again } = useOpenJob(id)
  const opened = useAppSelector((state) => (state.job?.id === id ? selectDesignOrNull(state) : null))
  useEffect(() => {
    if (opened) document.title = `${opened.job.name} · report`
  }, [opened])
  if (failure) return <NotOpened id={id} failure={failure} again={again} />
  if (!opened) return <p className="loading">Writing the report …</p>
  return <Written id={id} opened={opened} />
}

function Written({ id, opened: { job } }: { id: string; opened: Opened }) {
  useWorkedYear()
  const design = useAppSelector(selectDatedDesign)
  const [search, setSearch] = useSearchParams()
  const reader = READERS.find((each) => each === search.get('for')) ?? 'everyone'
  // What was changed since is not in that revision: the report says so.
  const revision = useAppSelector(({ job: open }) =>
    open ? `${open.baseRevision}${open.saved === open.job ? '' : ', changed since'}` : '',
  )
  // The day where it is printed, as 2026-11-28.
  const date = new Date().toLocaleDateString('sv')
  const build = useBuild(id)
  const content = useMemo(
    () => reportOf({ job, design, revision, date, program: __VERSION__, catalogueMark: '', build }, reader),
    [job, design, revision, date, reader, build],
  )
  return (
    <>
      <div className="sheet-bar">
        <Button variant="default" component={Link} to={`/jobs/${id}/parts`} leftSection={<IconArrowLeft size={16} />}>
          Back to the job
        </Button>
        <SegmentedControl
          aria-label="Who it is for"
          data={READERS.map((value) => ({ value, label: READER_WORDS[value] }))}
          value={reader}
          onChange={(value) => setSearch(value === 'everyone' ? {} : { for: value as Reader }, { replace: true })}
        />
        <span className="sheet-files">
          <BookButton content={content} />
          <ServerPdf jobId={id} reader={reader} paper={job.units === 'us' ? 'Letter' : 'A4'} />
          <PdfButton jobId={id} content={content} design={design} us={job.units === 'us'} />
          <Button variant="default" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </div>
      <ReportView
        content={content}
        drawing={(block) => <Drawing block={block} design={design} />}
        photoAt={(fileId) => api.photoAddress(id, fileId, true)}
      />
    </>
  )
}

const failed = (title: string, fault: unknown) =>
  notifications.show({
    color: 'red',
    title,
    message: `${fault instanceof Error ? fault.message : String(fault)}. Printing to a file works without it.`,
  })

interface PdfButtonProps {
  jobId: string
  content: ReportContent
  design: Opened['design']
  us: boolean
}

/** Makes the file in the browser, without a server. */
function PdfButton({ jobId, content, design, us }: PdfButtonProps) {
  const [isMaking, setIsMaking] = useState(false)
  usePdfMakerSoon()
  const make = async () => {
    setIsMaking(true)
    try {
      const { makePdf, drawingSvg, reportPdf } = await pdfMaker()
      const photos = await photosOf(jobId, content)
      const definition = reportPdf(
        content,
        us ? 'Letter' : 'A4',
        (block, paper) => drawingSvg(design, block, paper),
        (fileId) => photos.get(fileId) ?? null,
      )
      saveFile(await makePdf(definition), fileName(`${content.title}, ${content.subtitle.toLowerCase()}`, 'pdf'))
    } catch (fault) {
      failed('No PDF was made', fault)
    } finally {
      setIsMaking(false)
    }
  }
  return (
    <Button leftSection={<IconFileTypePdf size={16} />} loading={isMaking} onClick={() => void make()}>
      PDF
    </Button>
  )
}

/** Small photographs of a report; one that cannot be had is left out. */
async function photosOf(jobId: string, { sections }: ReportContent): Promise<Map<string, string>> {
  const photos = new Map<string, string>()
  for (const fileId of photosIn(sections)) {
    const answer = await fetch(api.photoAddress(jobId, fileId, true)).catch(() => null)
    if (answer?.ok) photos.set(fileId, await dataAddress(await answer.blob()))
  }
  return photos
}

const dataAddress = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.onerror = () => reject(reader.error ?? new Error('The photograph could not be read'))
    reader.readAsDataURL(blob)
  })

/** What was done on site, with the plan it was done by; the report comes before the plan does. */
function useBuild(jobId: string): NonNullable<ReportBrief['build']> {
  const records = useAppSelector(selectRecords)
  const revision = useAppSelector(selectBuildings).at(-1)?.begin.revision
  const [plan, setPlan] = useState<Job | null>(null)
  useEffect(() => {
    if (revision === undefined) return
    planOf(jobId, revision).then(setPlan, () => undefined)
  }, [jobId, revision])
  return useMemo(() => ({ records, plan }), [records, plan])
}

/** Every table of the report as a sheet of a workbook. */
function BookButton({ content }: { content: ReportContent }) {
  const [isMaking, setIsMaking] = useState(false)
  const make = async () => {
    setIsMaking(true)
    try {
      const { bookFile } = await import('../files/book-file.ts')
      const book = reportBook(content)
      saveFile(await bookFile(book), fileName(book.title, 'xlsx'))
    } catch (fault) {
      failed('No workbook was made', fault)
    } finally {
      setIsMaking(false)
    }
  }
  return (
    <Button
      variant="default"
      leftSection={<IconFileSpreadsheet size={16} />}
      loading={isMaking}
      onClick={() => void make()}
    >
      Workbook
    </Button>
  )
}
