import type { CatalogueItem } from '@yard-lamp/core'
import { useLocation, useSearchParams } from 'react-router'

/** Where one came from, in the address: back leads there, and a reload keeps it. */
const FROM = 'from'
const FIND = 'find'
/** Only pages of a job are led back to. */
const A_JOB = /^\/jobs\/[0-9a-f-]{36}\/[a-z]+$/

/** Address of a shelf of the catalogue that leads back to the page it is opened from. */
export function useWayToCatalogue() {
  const { pathname } = useLocation()
  return (kind: CatalogueItem['kind'], find = '') =>
    `/catalogue/${kind}?${new URLSearchParams({ [FROM]: pathname, ...(find === '' ? {} : { [FIND]: find }) })}`
}

/** On the catalogue: the page of a job it was opened from, what was looked for, and the part of the address that keeps the way. */
export function useWayBack() {
  const [params] = useSearchParams()
  const from = params.get(FROM) ?? ''
  const back = A_JOB.test(from) ? from : null
  return { back, find: params.get(FIND) ?? '', kept: back ? `?${new URLSearchParams({ [FROM]: back })}` : '' }
}
