import { IconPrinter } from '@tabler/icons-react'
import type { SheetName } from '@yard-lamp/paper/drawings'
import { Link, useParams } from 'react-router'
import { drawingPath } from './drawing-path.ts'

interface PrintLinkProps {
  sheet: SheetName
  /** Of a system beside the main one. */
  systemId?: string | null
  /** What it prints, in words. */
  label: string
}

/** Leads from a drawing to its sheet of paper. */
export function PrintLink({ sheet, systemId = null, label }: PrintLinkProps) {
  const { id = '' } = useParams()
  return (
    <Link
      to={drawingPath(id, sheet, systemId)}
      title="To print and to keep"
      aria-label={`${label}, to print and to keep`}
    >
      <IconPrinter size={16} />
    </Link>
  )
}
