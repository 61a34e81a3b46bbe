import { createSelector } from '@reduxjs/toolkit'
import {
  answered,
  answers,
  type Design,
  design,
  type Finding,
  findings,
  LINKS,
  type LinkId,
  type Need,
} from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import type { RootState } from './root.ts'
import { dated, makeSelectStanding } from './year-slice.ts'

const selectDocument = (state: RootState) => state.job?.job ?? null
const selectCatalogueOrNull = (state: RootState) => state.catalogue?.catalogue ?? null

/** The whole chain, computed once for each state of the document. Null until a job and the catalogue are read. */
export const selectDesignOrNull = createSelector([selectDocument, selectCatalogueOrNull], (job, catalogue) =>
  job && catalogue ? { job, catalogue, design: design(job, catalogue) } : null,
)

class NoJobOpen extends Error {}

/** For components below the job's layout, where a job is always open. */
function open<T>(value: T | null): T {
  if (value === null) throw new NoJobOpen('no job is open')
  return value
}

export const selectJob = (state: RootState) => open(selectDocument(state))
export const selectJobId = (state: RootState) => open(state.job).id
export const selectCatalogue = (state: RootState) => open(selectCatalogueOrNull(state))
export const selectDesign = (state: RootState): Design => open(selectDesignOrNull(state)).design
export const selectOption = (state: RootState) => selectDesign(state).option
export const selectSite = (state: RootState) => selectJob(state).site
export const selectLoads = (state: RootState) => selectJob(state).loads

/** The design with its year, where that was worked for it. */
export const selectDatedDesign = createSelector([selectDesign, (state: RootState) => state.year], dated)
/** How far the year of the design is. */
export const selectYear = makeSelectStanding(selectDesign)

export const selectFindings = createSelector([selectDatedDesign], (design): readonly Finding[] => findings(design))
/** Those nobody has accepted. */
export const selectOpenFindings = createSelector([selectFindings], stillOpen)
export const selectAnswers = createSelector([selectDesign], answers)

/** Links whose answer differs from what was last seen: the old answer. */
export const selectMoved = createSelector(
  [selectAnswers, (state: RootState) => state.view.seenAnswers],
  (now, seen) => {
    const moved: Partial<Record<LinkId, string>> = {}
    for (const link of LINKS) if (seen[link] !== undefined && seen[link] !== now[link]) moved[link] = seen[link]
    return moved
  },
)

export type LinkStatus = 'sound' | 'missing' | 'fault' | 'danger' | 'advice'

/** The graver of what the checks and the needs say of a link. */
export const selectLinkStatus = createSelector([selectOpenFindings, selectDesign], (found, result) => {
  const status = {} as Record<LinkId, LinkStatus>
  const done = answered(result)
  for (const link of LINKS) status[link] = statusOf(link, found, result.needs, done[link])
  return status
})

function statusOf(link: LinkId, found: readonly Finding[], needs: readonly Need[], hasAnswer: boolean): LinkStatus {
  const has = (severity: string) => found.some((finding) => finding.link === link && finding.severity === severity)
  if (has('danger')) return 'danger'
  if (has('fault')) return 'fault'
  if (!hasAnswer || needs.some((need) => need.link === link)) return 'missing'
  return has('advice') ? 'advice' : 'sound'
}

/** Index of the first link a field waits at; links from there on hold their last good answer. */
export const selectWaitingFrom = createSelector([(state: RootState) => state.view.waiting], (waiting) => {
  const at = Object.keys(waiting).map((place) => LINKS.findIndex((link) => place.startsWith(`${link}.`)))
  return at.length === 0 ? LINKS.length : Math.max(0, Math.min(...at))
})
