import { Button } from '@mantine/core'
import { IconRestore } from '@tabler/icons-react'
import { besideKey, type Design, type Edit } from '@yard-lamp/core'
import { type Hung, tooManyText, type Wall } from '@yard-lamp/core/diagram'
import { hungAtSchema } from '@yard-lamp/core/job'
import { SCREEN, WallDrawing, wallFrame } from '@yard-lamp/paper/drawings'
import { useState } from 'react'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { PrintLink } from '../PrintLink.tsx'
import { usePanZoom } from '../use-pan-zoom.ts'
import { ZoomTools } from '../ZoomTools.tsx'
import { useHang } from './use-hang.ts'
import { useWall } from './use-wall.ts'
import { WallLengths } from './WallLengths.tsx'
import './wall.css'

type To = Extract<Edit, { act: 'hang-piece' }>['at']

/** The wall of the main system. */
export function WallPart() {
  const design = useAppSelector(selectDesign)
  if (design.wiring.circuits.length === 0) return null
  return (
    <Part
      title="On the wall"
      aside="to scale, from the front: drag a piece, or move it with the arrow keys, Shift for far; Delete puts it back"
    >
      <WallView design={design} systemId={null} />
    </Part>
  )
}

interface WallViewProps {
  design: Design
  /** Of a system beside the main one: what is chosen for it is kept under its id. */
  systemId: string | null
}

/** The wall and the bank to scale: pieces are dragged to where they will hang, and cable lengths taken from it. */
export function WallView({ design, systemId }: WallViewProps) {
  const write = useWrite()
  const dispatch = useAppDispatch()
  const [selected, setSelected] = useState<string | null>(null)
  const idOf = (id: string) => (systemId === null ? id : besideKey(systemId, id))
  const onHang = (id: string, at: To) => dispatch(edited({ act: 'hang-piece', pieceId: idOf(id), at }))
  const kept = design.option.wiring.wall
  const back = (id: string): Edit => ({ act: 'hang-piece', pieceId: idOf(id), at: null })
  const { ground, by, hold } = useHang({
    kept,
    selected,
    onSelect: setSelected,
    onHang,
    placeOf: (id) => `wiring.wall.${idOf(id)}`,
    nameOf: ({ designation, name, xMm, yMm }) =>
      `${designation} ${name}: ${write.quantity(xMm, 'mm', 0)} from the left, ${write.quantity(yMm, 'mm', 0)} above the floor`,
  })
  const wall = useWall(design, by)
  const { frame, transform, isFitted, nearer, farther, fit } = usePanZoom()
  if (wall.tooMany !== null) return <p className="soft">{tooManyText(wall.tooMany)}</p>
  if (wall.pieces.length === 0) return null
  const { x, y, width, height } = wallFrame(wall)
  return (
    <>
      <figure className="diagram">
        <svg
          ref={frame}
          viewBox={`${x} ${y} ${width} ${height}`}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: keys pan and zoom the drawing
          tabIndex={0}
          className={isFitted ? 'diagram-frame' : 'diagram-frame diagram-moved'}
          role="group"
          aria-label="The wall and the bank, to scale. Plus and minus zoom, arrows move, 0 fits"
        >
          <g transform={transform}>
            <g ref={ground}>
              <WallDrawing wall={wall} ink={SCREEN} write={write} selected={selected} hold={hold} />
            </g>
          </g>
        </svg>
        <div className="diagram-tools" role="toolbar" aria-label="The wall">
          <button
            type="button"
            title="Hang everything as the design would"
            aria-label="Hang everything as the design would"
            disabled={Object.keys(kept).length === 0}
            onClick={() => dispatch(edited(Object.keys(kept).map(back), 'where everything hangs'))}
          >
            <IconRestore size={16} />
          </button>
          <ZoomTools isFitted={isFitted} nearer={nearer} farther={farther} fit={fit} />
          <PrintLink sheet="wall" systemId={systemId} label="The wall" />
        </div>
      </figure>
      <Chosen piece={wall.pieces.find(({ id }) => id === selected)} idOf={idOf} onHang={onHang} />
      <Said wall={wall} />
      <WallLengths design={design} wall={wall} idOf={idOf} />
    </>
  )
}

interface ChosenProps {
  piece: Hung | undefined
  /** Id under which the job keeps where a piece hangs. */
  idOf: (pieceId: string) => string
  onHang: (id: string, to: To) => void
}

/** The piece that is chosen, in figures. */
function Chosen({ piece, idOf, onHang }: ChosenProps) {
  const write = useWrite()
  if (!piece) return null
  const { id, name, designation, xMm, yMm, widthMm, heightMm, depthMm, clearanceMm, weightKg, isMoved, isAssumed } =
    piece
  const size = [widthMm, heightMm, depthMm].map((mm) => write.number(mm, 'mm', 0)).join(' × ')
  const change = (patch: { xMm?: number | null; yMm?: number | null }) =>
    onHang(id, { xMm: patch.xMm ?? xMm, yMm: patch.yMm ?? yMm })
  const { shape } = hungAtSchema
  return (
    <div className="wall-chosen">
      <p>
        <strong>
          {designation} {name}
        </strong>
        <br />
        <span className={isAssumed ? 'assumed' : 'soft'}>
          {size} {write.unit('mm')}
          {isAssumed ? ', guessed: its sheet says nothing' : ''}
        </span>
        <span className="soft">
          {weightKg > 0 ? `, ${write.quantity(weightKg, 'kg', 1)}` : ''}, {write.quantity(clearanceMm, 'mm', 0)} free
          about it
        </span>
      </p>
      <NumberField
        label="From the left"
        place={`wiring.wall.${idOf(id)}.xMm`}
        value={xMm}
        schema={shape.xMm}
        onValue={(value) => change({ xMm: value })}
      />
      <NumberField
        label="Above the floor"
        place={`wiring.wall.${idOf(id)}.yMm`}
        value={yMm}
        schema={shape.yMm}
        onValue={(value) => change({ yMm: value })}
      />
      {isMoved && (
        <Button variant="subtle" size="compact-sm" onClick={() => onHang(id, null)}>
          Back to where the design hangs it
        </Button>
      )}
    </div>
  )
}

/** What hangs too close, and whose size is a guess. */
function Said({ wall: { crowded, guessed } }: { wall: Wall }) {
  return (
    <>
      {crowded.length > 0 && (
        <ul className="wall-crowded" aria-label="What hangs too close">
          {crowded.slice(0, MOST_SAID).map(({ message, pieceIds }) => (
            <li key={pieceIds.join(' ')}>{message}</li>
          ))}
          {crowded.length > MOST_SAID && <li>and {crowded.length - MOST_SAID} more</li>}
        </ul>
      )}
      <p className="small soft">
        Free space is what each sheet asks for. Local rules ask for more in front of it, to stand and to open doors; the
        wall itself must not burn.
        {guessed.length > 0 && ` Dashed, of a guessed size: ${guessed.join('; ')}.`}
      </p>
    </>
  )
}
const MOST_SAID = 6
