import type { Design } from '@yard-lamp/core'
import type { ReactNode, Ref } from 'react'
import { DRAWING_FONT, PAPER } from './ink.ts'
import { MARGIN_MM, PAPERS, type PaperName } from './papers.ts'

/** What is drawn on a sheet: in its own measure, with room for a list below it. */
export interface Drawn {
  readonly title: string
  readonly frame: { readonly x: number; readonly y: number; readonly width: number; readonly height: number }
  readonly content: ReactNode
  /** Lines told below it, in columns. */
  readonly list: readonly string[]
}

interface DrawingSheetProps {
  ref: Ref<SVGSVGElement>
  /** Of the job, and of its system where that is not the main one. */
  name: string
  optionName: string
  design: Design
  drawn: Drawn
  paper: PaperName
  revision: string
  date: string
}

/** Height of the title block, mm. */
const TITLE_MM = 22
/** Of a line of the list, mm, and how wide its columns are. */
const LINE_MM = 3.4
const COLUMN_MM = 66

/** The drawing on a sheet of paper with its frame and title block, whole in itself: it prints, and is kept as a file. */
export function DrawingSheet({ ref, name, optionName, design, drawn, paper, revision, date }: DrawingSheetProps) {
  const { widthMm, heightMm } = PAPERS[paper]
  const inside = { width: widthMm - 2 * MARGIN_MM, height: heightMm - 2 * MARGIN_MM - TITLE_MM }
  const { frame, list, title, content } = drawn
  const columns = Math.max(1, Math.floor((inside.width - 4) / COLUMN_MM))
  const lines = Math.ceil(list.length / columns)
  const listMm = lines * LINE_MM + (lines > 0 ? 2 : 0)
  const { rules } = design.wiring
  const cells = [
    { share: 0.32, label: 'job', text: name },
    { share: 0.2, label: 'drawing', text: title },
    { share: 0.16, label: 'option', text: optionName },
    { share: 0.14, label: 'rules, symbols', text: `${rules.name}; ${rules.symbols.value}` },
    { share: 0.1, label: 'revision, day', text: `${revision}, ${date}` },
    { share: 0.08, label: 'paper', text: paper },
  ]
  const top = heightMm - MARGIN_MM - TITLE_MM
  let x = MARGIN_MM
  return (
    <svg
      ref={ref}
      xmlns="http://www.w3.org/2000/svg"
      width={`${widthMm}mm`}
      height={`${heightMm}mm`}
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      className="drawing-paper"
      role="img"
      aria-label={`${title} of ${name} on ${paper}`}
      style={{ fontFamily: DRAWING_FONT, background: '#ffffff' }}
    >
      <rect x={0} y={0} width={widthMm} height={heightMm} style={{ fill: '#ffffff' }} />
      <rect
        x={MARGIN_MM}
        y={MARGIN_MM}
        width={inside.width}
        height={heightMm - 2 * MARGIN_MM}
        style={{ fill: 'none', stroke: PAPER.line, strokeWidth: 0.5 }}
      />
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: the sheet around it is labelled */}
      <svg
        x={MARGIN_MM + 2}
        y={MARGIN_MM + 2}
        width={inside.width - 4}
        height={inside.height - 4 - listMm}
        viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
        preserveAspectRatio="xMidYMid meet"
      >
        {content}
      </svg>
      {list.map((line, i) => (
        <text
          key={line}
          x={MARGIN_MM + 3 + Math.floor(i / lines) * ((inside.width - 4) / columns)}
          y={top - listMm + 2 + (i % lines) * LINE_MM}
          style={{ fontSize: 2.5, fill: PAPER.line }}
        >
          {line}
        </text>
      ))}
      <path d={`M${MARGIN_MM} ${top}H${widthMm - MARGIN_MM}`} style={{ stroke: PAPER.line, strokeWidth: 0.5 }} />
      {cells.map(({ share, label, text }) => {
        const at = x
        x += share * inside.width
        return <Cell key={label} x={at} y={top} width={share * inside.width} label={label} text={text} />
      })}
      <text x={MARGIN_MM + 2} y={heightMm - MARGIN_MM - 2} style={{ fontSize: 2.4, fill: PAPER.soft }}>
        {design.needs.length > 0
          ? `Not finished: ${design.needs.length} ${design.needs.length === 1 ? 'figure is' : 'figures are'} still needed. `
          : ''}
        Planning values of the standards, to be confirmed against the edition in force; a licensed person confirms the
        installation. Made with Yard Lamp.
      </text>
    </svg>
  )
}

interface CellProps {
  x: number
  y: number
  width: number
  label: string
  text: string
}

/** A millimetre of a text is so many letters wide at its size, about. */
const LETTERS_PER_MM = 0.52

function Cell({ x, y, width, label, text }: CellProps) {
  const most = Math.floor(width * LETTERS_PER_MM)
  const lines = inLines(text, most)
  return (
    <g>
      <path d={`M${x} ${y}V${y + TITLE_MM - 6}`} style={{ stroke: PAPER.soft, strokeWidth: 0.25 }} />
      <text x={x + 2} y={y + 4.4} style={{ fontSize: 2.6, fill: PAPER.soft }}>
        {label}
      </text>
      {lines.map((line, i) => (
        <text
          key={line}
          x={x + 2}
          y={y + 9.4 + i * 4.6}
          style={{ fontSize: lines.length > 1 ? 3.3 : 3.9, fontWeight: 600, fill: PAPER.line }}
        >
          {line}
        </text>
      ))}
    </g>
  )
}

/** At most two lines, broken between words where that can be. */
function inLines(text: string, most: number): string[] {
  if (text.length <= most) return [text]
  const at = text.lastIndexOf(' ', most)
  const cut = at > 0 ? at : most
  const rest = text.slice(cut).trim()
  return [text.slice(0, cut), rest.length > most ? `${rest.slice(0, most - 1)}…` : rest]
}
