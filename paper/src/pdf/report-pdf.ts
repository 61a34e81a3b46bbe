import type { Block, ReportContent, Section, WorkedFigure } from '@yard-lamp/core/report'
import type { PdfDefinition } from './definition.ts'
import { MAIN_FAMILY } from './fonts.ts'
import { footless, kept } from './kept.ts'
import { HAIRLINES, INK, MARGIN_MM, type Node, type Paper, pt, runs } from './nodes.ts'
import { namedFonts, svgForPdf } from './svg-text.ts'
import { tableNodes } from './table-nodes.ts'

/** The report as its maker of PDFs reads it: a cover, contents, sections with their outline, tables whose heads repeat. */

/** Standing sheets reports are printed on. */
export const REPORT_PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const satisfies Readonly<Record<string, Paper>>
export type ReportPaper = keyof typeof REPORT_PAPERS

type Draw = (block: Extract<Block, { kind: 'drawing' }>, paper: Paper) => string
/** The same, as it is put on the page. */
type Drawn = Draw

/** Where pictures of a report come from. */
interface Pictures {
  readonly draw: Drawn
  readonly photoOf: PhotoOf
}

/** A photograph as a data address; null where it is not at hand. */
type PhotoOf = (fileId: string) => string | null

/** @param draw a drawing as SVG, as React writes it, for the room it is given @param photoOf none where left out */
export function reportPdf(
  content: ReportContent,
  paper: ReportPaper,
  draw: Draw,
  photoOf: PhotoOf = () => null,
): PdfDefinition {
  const { title, subtitle, place, option, revision, date, foot } = content
  const size = REPORT_PAPERS[paper]
  const pages: Node[] = []
  const svgs: string[] = []
  const drawn: Drawn = (block, room) => {
    const svg = svgForPdf(draw(block, room))
    svgs.push(svg)
    return svg
  }
  let lies = false
  for (const [i, each] of content.sections.entries()) {
    const turns = each.lies !== lies
    lies = each.lies
    const before = turns || each.apart || i === 0
    if (before) pages.push(...pages.splice(-1).map(footless))
    pages.push(...sectionNodes(each, before, lies, size, { draw: drawn, photoOf }))
  }
  return {
    info: {
      title: `${title}: ${subtitle.toLowerCase()}`,
      subject: [place, `option ${option}`, `revision ${revision}`, date].filter((each) => each !== '').join(', '),
      creator: 'Yard Lamp',
      producer: 'Yard Lamp',
      creationDate: new Date(`${date}T12:00:00Z`),
    },
    lang: 'en',
    displayTitle: true,
    pageSize: { width: pt(size.widthMm), height: pt(size.heightMm) },
    pageMargins: [pt(MARGIN_MM.side), pt(MARGIN_MM.top), pt(MARGIN_MM.side), pt(MARGIN_MM.foot)],
    defaultStyle: { font: MAIN_FAMILY, fontSize: 9.5, color: INK.line, lineHeight: 1.15 },
    header: (page: number) => (page === 1 ? null : runningLine([title, subtitle], `revision ${revision}, ${date}`, 8)),
    footer: (page: number, all: number) => runningLine([page === 1 ? '' : foot], `${page} of ${all}`, 7.5),
    content: [...namedFonts(svgs), ...cover(content), ...pages],
    // A heading never stands alone at the foot of a page: below so much of it, it goes to the next with what it is over.
    pageBreakBefore: ({
      headlineLevel,
      startPosition,
    }: {
      headlineLevel?: number
      startPosition: { verticalRatio: number }
    }) => headlineLevel === 1 && startPosition.verticalRatio > LOWEST_HEADING,
  } as unknown as PdfDefinition
}

/** Share of a page below which no heading stands: room for its table’s head and first rows. */
const LOWEST_HEADING = 0.84

function runningLine(left: readonly string[], right: string, fontSize: number): Node {
  return {
    margin: [pt(MARGIN_MM.side), pt(8), pt(MARGIN_MM.side), 0],
    columns: [
      { text: runs(left.filter((each) => each !== '').join(' · ')), width: '*', fontSize, color: INK.soft },
      { text: runs(right), width: 'auto', alignment: 'right', fontSize, color: INK.soft },
    ],
    columnGap: 14,
  }
}

function cover({ title, subtitle, place, option, revision, date, stop, sections }: ReportContent): Node[] {
  const line = (label: string, text: string): Node[] => [{ text: runs(label), color: INK.soft }, { text: runs(text) }]
  return [
    { canvas: [{ type: 'rect', x: 0, y: 0, w: 34, h: 5, color: INK.lamp }], margin: [0, 6, 0, 14] },
    { text: runs(title), fontSize: 27, bold: true, lineHeight: 1.05 },
    { text: runs(subtitle), fontSize: 15, color: INK.soft, margin: [0, 4, 0, 16] },
    {
      table: {
        widths: ['auto', '*'],
        body: [
          ...(place === '' ? [] : [line('Place', place)]),
          line('Option', option),
          line('Revision', revision),
          line('Day', date),
        ],
      },
      layout: 'noBorders',
      margin: [0, 0, 0, 16],
    },
    ...(stop.length > 0
      ? [
          {
            table: {
              widths: ['*'],
              body: [
                [
                  {
                    stack: [
                      {
                        text: 'Not to be built from: this design is not finished',
                        bold: true,
                        color: INK.bad,
                        fontSize: 12,
                        margin: [0, 0, 0, 4],
                      },
                      { ul: stop.map((each) => ({ text: runs(each) })) },
                    ],
                    margin: [8, 6, 8, 6],
                  },
                ],
              ],
            },
            layout: {
              hLineWidth: () => 1.6,
              vLineWidth: () => 1.6,
              hLineColor: () => INK.bad,
              vLineColor: () => INK.bad,
            },
            margin: [0, 0, 0, 14],
          },
        ]
      : []),
    { text: 'Contents', fontSize: 12, bold: true, margin: [0, 4, 0, 4] },
    {
      table: {
        widths: ['*', 'auto'],
        body: sections.map(({ id, title: each }) => [
          { text: runs(each), linkToDestination: id },
          { text: [{ pageReference: id }], alignment: 'right' },
        ]),
      },
      layout: 'noBorders',
    },
  ]
}

function sectionNodes(
  { id, title, blocks, lies }: Section,
  breaks: boolean,
  lying: boolean,
  size: Paper,
  pictures: Pictures,
): Node[] {
  const heading: Node = {
    text: [{ text: title, id }],
    fontSize: 16,
    bold: true,
    margin: [0, breaks ? 0 : 16, 0, 6],
    headlineLevel: 1,
    outline: true,
    outlineText: title,
    ...(breaks && { pageBreak: 'before', pageOrientation: lying ? 'landscape' : 'portrait' }),
  }
  const room: Paper = lies ? { widthMm: size.heightMm, heightMm: size.widthMm } : size
  const nodes = blocks.flatMap((block, i): Node[] => blockNodes(block, room, pictures, i))
  // One that begins a page stands over what follows anyhow.
  return breaks ? [heading, ...kept(nodes)] : kept([heading, ...nodes])
}

function blockNodes(block: Block, room: Paper, { draw, photoOf }: Pictures, at: number): Node[] {
  switch (block.kind) {
    case 'words':
      return [
        {
          text: runs(block.text),
          ...(block.tone === 'soft' && { color: INK.soft }),
          ...(block.tone === 'lead' && { fontSize: 12 }),
          margin: [0, block.tone === 'lead' ? 10 : 2, 0, 4],
          ...(block.tone === 'lead' && { headlineLevel: 1 }),
        },
      ]
    case 'facts':
      return [
        {
          facts: true,
          table: {
            widths: ['auto', '*'],
            body: block.facts.map(({ label, text }) => [
              { text: runs(label), color: INK.soft, noWrap: true },
              { text: runs(text) },
            ]),
          },
          layout: { ...HAIRLINES, paddingLeft: (i: number) => (i === 0 ? 0 : 10) },
          margin: [0, 2, 0, 6],
        },
      ]
    case 'list':
      return [{ ul: block.items.map((each) => ({ text: runs(each), margin: [0, 0, 0, 2] })), margin: [0, 0, 0, 6] }]
    case 'table':
      return tableNodes(block, room)
    case 'working':
      return [workingNode(block.working)]
    case 'photos':
      return [photoNodes(block.photos, room, photoOf)]
    case 'drawing':
      return drawingNodes(block, room, draw, at)
  }
}

function workingNode({ title, methodId, lines, source }: WorkedFigure): Node {
  return {
    unbreakable: true,
    margin: [0, 0, 0, 9],
    stack: [
      { text: [...runs([{ text: title, strong: true }]), ...runs([{ text: `  ${methodId}`, soft: true }])] },
      ...lines.flatMap(({ symbols, figures }) => [
        { text: runs(symbols), margin: [8, 1, 0, 0] },
        { text: runs(figures), margin: [8, 0, 0, 1], fontSize: 9 },
      ]),
      { text: runs(source), color: INK.soft, fontSize: 8, margin: [8, 0, 0, 0] },
    ],
  }
}

const PHOTOS_A_ROW = 3

/** Photographs in rows, each over what it is of; rows are not broken. */
function photoNodes(photos: Extract<Block, { kind: 'photos' }>['photos'], room: Paper, photoOf: PhotoOf): Node {
  const widthMm = (room.widthMm - 2 * MARGIN_MM.side) / PHOTOS_A_ROW - 4
  const one = ({ fileId, caption }: (typeof photos)[number]): Node => {
    const image = photoOf(fileId)
    return {
      stack: [
        ...(image === null
          ? [{ text: runs('(photograph not at hand)'), color: INK.soft }]
          : [{ image, fit: [pt(widthMm), pt(widthMm * 0.75)] }]),
        { text: runs(caption), fontSize: 8, margin: [0, 2, 0, 0] },
      ],
    }
  }
  const rows = Array.from({ length: Math.ceil(photos.length / PHOTOS_A_ROW) }, (_, i) =>
    Array.from({ length: PHOTOS_A_ROW }, (_, at) => {
      const photo = photos[i * PHOTOS_A_ROW + at]
      return photo ? one(photo) : ({ text: '' } as Node)
    }),
  )
  return {
    table: { widths: Array.from({ length: PHOTOS_A_ROW }, () => '*'), body: rows, dontBreakRows: true },
    layout: 'noBorders',
    margin: [0, 6, 0, 6],
  }
}

/** Room a drawing leaves for the heading over it, mm. */
const HEADING_MM = 22

function drawingNodes(block: Extract<Block, { kind: 'drawing' }>, room: Paper, draw: Drawn, at: number): Node[] {
  const size: Paper = {
    widthMm: room.widthMm - 2 * MARGIN_MM.side,
    heightMm: room.heightMm - MARGIN_MM.top - MARGIN_MM.foot - HEADING_MM,
  }
  return [
    {
      text: runs(block.title),
      bold: true,
      margin: [0, 0, 0, 4],
      outline: true,
      outlineText: block.title,
      ...(at > 0 && { pageBreak: 'before' }),
    },
    { svg: draw(block, size), width: pt(size.widthMm), height: pt(size.heightMm) },
  ]
}
