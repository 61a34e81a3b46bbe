import type { SheetName } from '@yard-lamp/paper/drawings'

/** Address of a drawing on paper: which, and of which system beside the main one. */
export const drawingPath = (jobId: string, sheet: SheetName, systemId: string | null): string =>
  `/jobs/${jobId}/drawing?${new URLSearchParams({ sheet, ...(systemId !== null && { system: systemId }) })}`
