import type { Site } from '@yard-lamp/core'
import type { Default } from '@yard-lamp/core/job'
import { endsOf, SITE_PAIRS, siteSchema } from '@yard-lamp/core/job'
import { NumberField } from '../../fields/NumberField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Fields of the site that are a number or not known yet. */
type SiteNumberName = {
  [K in keyof Site]: null extends Site[K] ? (Exclude<Site[K], null> extends number ? K : never) : never
}[keyof Site]

interface SiteNumberProps {
  name: SiteNumberName
  label: string
  /** What the design takes while it is empty. */
  assumed?: string
  byDefault?: Default
  /** Shown value over kept value; 100 for percentages. */
  scale?: number
  /** Where it has none that is written with it. */
  unit?: string
}

/** A number of the site, by the name it has in the job. */
export function SiteNumber({ name, ...field }: SiteNumberProps) {
  const site = useAppSelector(selectSite)
  const dispatch = useAppDispatch()
  return (
    <NumberField
      {...field}
      place={`site.${name}`}
      value={site[name]}
      schema={siteSchema.shape[name]}
      ends={endsOf(site, name, SITE_PAIRS)}
      onValue={(value) => dispatch(edited({ act: 'set-site', patch: { [name]: value } }))}
    />
  )
}
