import type { Severity } from '@yard-lamp/core'
import type { ReactNode } from 'react'
import type { Ink } from './ink.ts'

/** What was found at a part. */
export interface Mark {
  readonly severity: Severity
  readonly message: string
}

interface WordsProps {
  x: number
  y: number
  ink: Ink
  children: ReactNode
  anchor?: 'start' | 'middle' | 'end'
  soft?: boolean
  bold?: boolean
  bad?: boolean
  size?: number
}

/** A line of text of the drawing. */
export function Words({
  x,
  y,
  ink,
  children,
  anchor = 'start',
  soft = false,
  bold = false,
  bad = false,
  size = 13,
}: WordsProps) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      style={{ fontSize: size, fontWeight: bold ? 650 : 400, fill: bad ? ink.bad : soft ? ink.soft : ink.line }}
    >
      {children}
    </text>
  )
}

/** A triangle with what was found behind it. */
export function Found({ x, y, ink, mark }: { x: number; y: number; ink: Ink; mark: Mark }) {
  return (
    <g>
      <title>{mark.message}</title>
      <path
        d={`M${x} ${y - 9}L${x + 9} ${y + 7}H${x - 9}Z`}
        style={{
          fill: mark.severity === 'danger' ? ink.bad : ink.ground,
          stroke: mark.severity === 'advice' ? ink.soft : ink.bad,
          strokeWidth: 2,
          strokeLinejoin: 'round',
        }}
      />
    </g>
  )
}
