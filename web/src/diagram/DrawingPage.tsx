import { Button, SegmentedControl } from '@mantine/core'
import { IconArrowLeft, IconDownload, IconPrinter } from '@tabler/icons-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { NotOpened } from '../job/NotOpened.tsx'
import { useOpenJob } from '../job/use-open-job.ts'
import { selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { DrawingSheet } from './DrawingSheet.tsx'
import './drawing-page.css'
import { PAPER_NAMES, PAPERS, type PaperName, rememberedPaper, rememberPaper } from './papers.ts'
import { useDiagram } from './use-diagram.ts'

type Opened = NonNullable<ReturnType<typeof selectDesignOrNull>>
const FOLDED: ReadonlySet<string> = new Set()

/** The one-line drawing on paper: which sheet, print it, keep it as a file. */
export default function DrawingPage() {
  const { id = '' } = useParams()
  const { failure, again } = useOpenJob(id)
  const opened = useAppSelector((state) => (state.job?.id === id ? selectDesignOrNull(state) : null))
  // What was changed since is not in that revision: the drawing says so.
  const revision = useAppSelector(({ job }) =>
    job ? `${job.baseRevision}${job.saved === job.job ? '' : ', changed since'}` : '',
  )
  useEffect(() => {
    if (opened) document.title = `${opened.job.name} · drawing`
  }, [opened])
  if (failure) return <NotOpened id={id} failure={failure} again={again} />
  if (!opened) return <p className="loading">Drawing …</p>
  return <Drawn id={id} opened={opened} revision={revision} />
}

function Drawn({ id, opened: { job, design }, revision }: { id: string; opened: Opened; revision: string }) {
  const [paper, setPaper] = useState<PaperName>(() => rememberedPaper(job.units === 'us'))
  const [isWhole, setIsWhole] = useState(false)
  const folded = useDiagram(design, FOLDED)
  const every = useMemo(() => new Set(folded.parts.map(({ key }) => key)), [folded])
  const all = useDiagram(design, isWhole ? every : FOLDED)
  const sheet = useRef<SVGSVGElement | null>(null)
  const { widthMm, heightMm } = PAPERS[paper]
  const choose = (name: PaperName) => {
    rememberPaper(name)
    setPaper(name)
  }
  return (
    <>
      <style>{`@page { size: ${widthMm}mm ${heightMm}mm; margin: 0 }`}</style>
      <div className="drawing-bar">
        <Button variant="default" component={Link} to={`/jobs/${id}/wiring`} leftSection={<IconArrowLeft size={16} />}>
          Back to the wiring
        </Button>
        <SegmentedControl
          aria-label="Paper"
          data={[...PAPER_NAMES]}
          value={paper}
          onChange={(value) => choose(value as PaperName)}
        />
        <label className="tick drawing-whole">
          <input type="checkbox" checked={isWhole} onChange={(event) => setIsWhole(event.target.checked)} />
          strings and units one by one
        </label>
        <Button
          variant="default"
          leftSection={<IconDownload size={16} />}
          onClick={() => sheet.current && keepSvg(sheet.current, `${job.name} one-line.svg`)}
        >
          SVG
        </Button>
        <Button leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print, or save as PDF
        </Button>
      </div>
      {design.wiring.circuits.length === 0 ? (
        <p className="loading">Nothing to draw yet: list loads, and choose a battery.</p>
      ) : (
        <DrawingSheet
          ref={sheet}
          job={job}
          design={design}
          diagram={all}
          paper={paper}
          revision={revision}
          // The day where the drawing is printed, as 2026-11-28.
          date={new Date().toLocaleDateString('sv')}
        />
      )}
    </>
  )
}

/** Hands a drawing to the person as a file of its own. */
function keepSvg(sheet: SVGSVGElement, name: string): void {
  const text = `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(sheet)}\n`
  const address = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }))
  const link = document.createElement('a')
  link.href = address
  link.download = name.replace(/[^\p{L}\p{N} ._-]+/gu, '-')
  link.click()
  URL.revokeObjectURL(address)
}
