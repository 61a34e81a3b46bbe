import { Button } from '@mantine/core'
import { IconArrowLeft, IconPrinter } from '@tabler/icons-react'
import { quoteOf, quotePaper } from '@yard-lamp/core/report'
import { useEffect, useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { ConflictDialog } from '../conflict/ConflictDialog.tsx'
import { NotOpened } from '../job/NotOpened.tsx'
import { Palette } from '../job/Palette.tsx'
import { TopBar } from '../job/TopBar.tsx'
import { useJobKeys } from '../job/use-job-keys.ts'
import { useLeaveGuard } from '../job/use-leave-guard.ts'
import { useOpenJob } from '../job/use-open-job.ts'
import { selectCatalogue, selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { useWorkedYear } from '../year/use-worked-year.ts'
import { Quote } from './Quote.tsx'
import { QuoteForm } from './QuoteForm.tsx'
import '../job/page.css'
import '../sheet/sheet.css'
import './quote.css'

/** The offer to the customer on paper, beside what is said in it. */
export default function QuotePage() {
  const { id = '' } = useParams()
  const { failure, again } = useOpenJob(id)
  const opened = useAppSelector((state) => (state.job?.id === id ? selectDesignOrNull(state) : null))
  useEffect(() => {
    if (opened) document.title = `${opened.job.name} · quote`
  }, [opened])
  if (failure) return <NotOpened id={id} failure={failure} again={again} />
  if (!opened) return <p className="loading">Writing the quote …</p>
  return <Offered id={id} />
}

function Offered({ id }: { id: string }) {
  // Something is typed here: it is undone, saved and guarded as on every page of a job.
  useJobKeys()
  useLeaveGuard()
  // The bar says what the checks find, and one of them needs the year.
  useWorkedYear()
  const job = useAppSelector((state) => state.job?.job)
  const catalogue = useAppSelector(selectCatalogue)
  // The day where it is printed, as 2026-11-28.
  const today = new Date().toLocaleDateString('sv')
  const content = useMemo(() => (job ? quoteOf(job, catalogue, today) : null), [job, catalogue, today])
  if (!content) return null
  return (
    <>
      <TopBar />
      <div className="sheet-bar quote-bar">
        <Button variant="default" component={Link} to={`/jobs/${id}/parts`} leftSection={<IconArrowLeft size={16} />}>
          Back to the parts
        </Button>
        <Button leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print, or save as PDF
        </Button>
      </div>
      <div className="quote-desk">
        <QuoteForm content={content} />
        <Quote content={quotePaper(content)} />
      </div>
      <ConflictDialog />
      <Palette />
    </>
  )
}
