import { Button, NativeSelect, SegmentedControl } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconArrowLeft, IconDownload, IconFileTypePdf, IconPrinter } from '@tabler/icons-react'
import {
  DrawingSheet,
  drawnOf,
  PAPER_NAMES,
  PAPERS,
  type PaperName,
  SHEET_NAMES,
  SHEETS,
  type SheetName,
} from '@yard-lamp/paper/drawings'
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { fileName, saveFile } from '../files/save-file.ts'
import { NotOpened } from '../job/NotOpened.tsx'
import { useOpenJob } from '../job/use-open-job.ts'
import { selectDesignOrNull } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { pdfMaker, usePdfMakerSoon } from './pdf/pdf-maker.ts'
import './drawing-page.css'
import { drawingPath } from './drawing-path.ts'
import { rememberedPaper, rememberPaper } from './remembered-paper.ts'

type Opened = NonNullable<ReturnType<typeof selectDesignOrNull>>

/** The drawings on paper: which, on what sheet; print it, keep it as a file. */
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
  return <OnPaper id={id} opened={opened} revision={revision} />
}

function OnPaper({ id, opened: { job, design }, revision }: { id: string; opened: Opened; revision: string }) {
  const [paper, setPaper] = useState<PaperName>(() => rememberedPaper(job.units === 'us'))
  const [isWhole, setIsWhole] = useState(false)
  const [search] = useSearchParams()
  const navigate = useNavigate()
  const name = SHEET_NAMES.find((each) => each === search.get('sheet')) ?? 'one-line'
  // All systems lie on the same planes.
  const beside = name === 'roof' ? undefined : design.beside.find(({ id: own }) => own === search.get('system'))
  const shown = beside?.design ?? design
  const drawn = useMemo(() => drawnOf(name, design, shown, isWhole), [name, design, shown, isWhole])
  const goTo = (sheetName: SheetName, systemId: string | null) =>
    void navigate(drawingPath(id, sheetName, systemId), { replace: true })
  const sheet = useRef<SVGSVGElement | null>(null)
  const { widthMm, heightMm } = PAPERS[paper]
  const choose = (chosen: PaperName) => {
    rememberPaper(chosen)
    setPaper(chosen)
  }
  const titled = beside ? `${job.name}, ${beside.name}` : job.name
  const file = `${titled} ${SHEETS[name].toLowerCase()}`
  return (
    <>
      <style>{`@page { size: ${widthMm}mm ${heightMm}mm; margin: 0 }`}</style>
      <div className="drawing-bar">
        <Button variant="default" component={Link} to={`/jobs/${id}/wiring`} leftSection={<IconArrowLeft size={16} />}>
          Back to the wiring
        </Button>
        <SegmentedControl
          aria-label="Drawing"
          data={SHEET_NAMES.map((value) => ({ value, label: SHEETS[value] }))}
          value={name}
          onChange={(value) => goTo(value as SheetName, beside?.id ?? null)}
        />
        {design.beside.length > 0 && name !== 'roof' && (
          <NativeSelect
            aria-label="System"
            data={[
              { value: '', label: 'Main system' },
              ...design.beside.map((each) => ({ value: each.id, label: each.name })),
            ]}
            value={beside?.id ?? ''}
            onChange={(event) => goTo(name, event.target.value || null)}
          />
        )}
        <SegmentedControl
          aria-label="Paper"
          data={[...PAPER_NAMES]}
          value={paper}
          onChange={(value) => choose(value as PaperName)}
        />
        {name === 'one-line' && (
          <label className="tick">
            <input type="checkbox" checked={isWhole} onChange={(event) => setIsWhole(event.target.checked)} />
            one by one
          </label>
        )}
        <span className="drawing-files">
          <Button
            variant="default"
            leftSection={<IconDownload size={16} />}
            onClick={() => sheet.current && keepSvg(sheet.current, file)}
          >
            SVG
          </Button>
          <PdfButton sheet={sheet} paper={paper} name={file} />
          <Button leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </div>
      {shown.wiring.circuits.length === 0 ? (
        <p className="loading">Nothing to draw yet: list loads, and choose a battery.</p>
      ) : (
        <DrawingSheet
          ref={sheet}
          name={titled}
          optionName={design.option.name}
          design={shown}
          drawn={drawn}
          paper={paper}
          revision={revision}
          // The day where the drawing is printed, as 2026-11-28.
          date={new Date().toLocaleDateString('sv')}
        />
      )}
    </>
  )
}

interface PdfButtonProps {
  sheet: RefObject<SVGSVGElement | null>
  paper: PaperName
  name: string
}

/** Makes the file in the browser. */
function PdfButton({ sheet, paper, name }: PdfButtonProps) {
  const [isMaking, setIsMaking] = useState(false)
  usePdfMakerSoon()
  const make = async () => {
    if (!sheet.current) return
    setIsMaking(true)
    try {
      const { makePdf, drawingPdf } = await pdfMaker()
      const made = await makePdf(drawingPdf(sheet.current.outerHTML, PAPERS[paper], name))
      saveFile(made, fileName(name, 'pdf'))
    } catch (fault) {
      notifications.show({
        color: 'red',
        title: 'No PDF was made',
        message: `${fault instanceof Error ? fault.message : String(fault)}. Printing to a file works without it.`,
      })
    } finally {
      setIsMaking(false)
    }
  }
  return (
    <Button
      variant="default"
      leftSection={<IconFileTypePdf size={16} />}
      loading={isMaking}
      onClick={() => void make()}
    >
      PDF
    </Button>
  )
}

/** Hands a drawing to the person as a file of its own. */
function keepSvg(sheet: SVGSVGElement, name: string): void {
  const text = `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(sheet)}\n`
  saveFile(new Blob([text], { type: 'image/svg+xml' }), fileName(name, 'svg'))
}
