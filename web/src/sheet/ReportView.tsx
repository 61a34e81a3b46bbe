import type { Block, ReportCell, ReportContent, ReportRow, Rich, Section, WorkedFigure } from '@yard-lamp/core/report'
import type { ReactNode } from 'react'
import { rich } from './rich.tsx'

export type DrawingBlock = Extract<Block, { kind: 'drawing' }>

interface ReportViewProps {
  content: ReportContent
  /** Draws a drawing of it. */
  drawing: (block: DrawingBlock) => ReactNode
  /** Address of a photograph by the id of its file. */
  photoAt: (fileId: string) => string
}

/** A report on screen: the same content that is printed. */
export function ReportView({ content, drawing, photoAt }: ReportViewProps) {
  const { title, subtitle, place, option, revision, date, stop, sections, foot } = content
  return (
    <main className="sheet">
      <header>
        <h1>{title}</h1>
        <p>
          {[place, `option: ${option}`, subtitle.toLowerCase(), `revision ${revision}`, date]
            .filter((each) => each !== '')
            .join(' · ')}
        </p>
      </header>
      {stop.length > 0 && (
        <section className="sheet-stop">
          <h2>Not to be built from: this design is not finished</h2>
          <List items={stop} />
        </section>
      )}
      {sections.map((section) => (
        <SectionView key={section.id} section={section} drawing={drawing} photoAt={photoAt} />
      ))}
      <footer>{foot} Prepared with Yard Lamp.</footer>
    </main>
  )
}

type Drawn = Pick<ReportViewProps, 'drawing' | 'photoAt'>

function SectionView({ section: { id, title, blocks }, ...drawn }: { section: Section } & Drawn) {
  return (
    <section
      id={`report-${id}`}
      className={id === 'workings' ? 'sheet-workings' : id === 'cautions' ? 'sheet-cautions' : ''}
    >
      <h2>{title}</h2>
      {blocks.map((block, i) => (
        <BlockView key={`${block.kind} ${i}`} block={block} {...drawn} />
      ))}
    </section>
  )
}

function BlockView({ block, drawing, photoAt }: { block: Block } & Drawn) {
  switch (block.kind) {
    case 'words':
      return block.tone === 'lead' ? (
        <h3 className="sheet-workings-link">{rich(block.text)}</h3>
      ) : (
        <p className={block.tone === 'soft' ? 'soft' : ''}>{rich(block.text)}</p>
      )
    case 'facts':
      return (
        <table className="sheet-facts">
          <tbody>
            {block.facts.map(({ label, text }) => (
              <tr key={label}>
                <th scope="row">{label}</th>
                <td>{rich(text)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )
    case 'list':
      return <List items={block.items} />
    case 'table':
      return <TableView block={block} />
    case 'working':
      return <Worked working={block.working} />
    case 'photos':
      return (
        <div className="sheet-photos">
          {block.photos.map(({ fileId, caption }) => (
            <figure key={fileId}>
              <img src={photoAt(fileId)} alt={caption} />
              <figcaption>{caption}</figcaption>
            </figure>
          ))}
        </div>
      )
    case 'drawing':
      return drawing(block)
  }
}

const List = ({ items }: { items: readonly Rich[] }) => (
  <ul>
    {items.map((each, i) => (
      <li key={i}>{rich(each)}</li>
    ))}
  </ul>
)

function TableView({ block: { title, columns, rows } }: { block: Extract<Block, { kind: 'table' }> }) {
  const side = (i: number) => (columns[i]?.align === 'right' ? 'number' : '')
  return (
    <>
      {title !== '' && <h3>{title}</h3>}
      <table>
        <thead>
          <tr>
            {columns.map(({ title: name, unit, blankMm }, i) => (
              <th
                key={`${name}${i}`}
                className={side(i)}
                style={blankMm > 0 ? { minWidth: `${blankMm}mm` } : undefined}
              >
                {unit === '' ? name : `${name}, ${unit}`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <RowView key={at} row={row} columns={columns.length} side={side} />
          ))}
        </tbody>
      </table>
    </>
  )
}

interface RowProps {
  row: ReportRow
  columns: number
  side: (column: number) => string
}

function RowView({ row: { cells, as }, columns, side }: RowProps) {
  if (as === 'head')
    return (
      <tr className="sheet-group">
        <th colSpan={columns} scope="rowgroup">
          {rich(cells[0]?.rich ?? '')}
        </th>
      </tr>
    )
  return (
    <tr className={as === 'sum' ? 'sheet-sum' : ''}>
      {cells.map((cell: ReportCell, i) => (
        <td key={i} className={side(i)}>
          {rich(cell.rich)}
        </td>
      ))}
    </tr>
  )
}

function Worked({ working: { title, methodId, lines, source } }: { working: WorkedFigure }) {
  return (
    <div className="sheet-worked">
      <h3>
        {title} <code>{methodId}</code>
      </h3>
      <div className="working-formula">
        {lines.map(({ symbols, figures }, i) => (
          <div key={i} className="formula">
            <div className="formula-symbols">{rich(symbols)}</div>
            <div className="formula-numbers">{rich(figures)}</div>
          </div>
        ))}
      </div>
      <p className="small soft">{source}</p>
    </div>
  )
}
