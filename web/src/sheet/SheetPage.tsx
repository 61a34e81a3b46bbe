import { Button } from '@mantine/core'
import { IconArrowLeft, IconPrinter } from '@tabler/icons-react'
import { useEffect } from 'react'
import { Link, useParams } from 'react-router'
import { NotOpened } from '../job/NotOpened.tsx'
import { useOpenJob } from '../job/use-open-job.ts'
import { selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { Sheet } from './Sheet.tsx'
import './sheet.css'

/** The whole design on paper: answers, schedules, workings and cautions. */
export default function SheetPage() {
  const { id = '' } = useParams()
  const { failure, again } = useOpenJob(id)
  const opened = useAppSelector((state) => (state.job?.id === id ? selectDesignOrNull(state) : null))
  useEffect(() => {
    if (opened) document.title = `${opened.job.name} · sheet`
  }, [opened])
  if (failure) return <NotOpened id={id} failure={failure} again={again} />
  if (!opened) return <p className="loading">Writing the sheet …</p>
  return (
    <>
      <div className="sheet-bar">
        <Button variant="default" component={Link} to={`/jobs/${id}/parts`} leftSection={<IconArrowLeft size={16} />}>
          Back to the job
        </Button>
        <Button leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print, or save as PDF
        </Button>
      </div>
      <Sheet job={opened.job} design={opened.design} />
    </>
  )
}
