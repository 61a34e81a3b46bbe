import type { LinkId } from '@yard-lamp/core'
import { laterStage } from '@yard-lamp/core/after'
import { useMemo } from 'react'
import { Part } from '../job/Page.tsx'
import { selectDesign } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'

/** A link now and with the loads planned for later, and what would have to change. Nothing where nothing is planned. */
export function LaterPart({ link }: { link: LinkId }) {
  const now = useWhenIdle(useAppSelector(selectDesign))
  const stage = useMemo(() => laterStage(now), [now])
  const row = stage?.links.find((each) => each.link === link)
  if (!row) return null
  return (
    <Part title="Now and later" aside="with the loads planned for later, on today’s equipment">
      <dl className="now-later">
        <dt>now</dt>
        <dd>{row.now}</dd>
        <dt>later</dt>
        <dd>{row.later}</dd>
        <dt>to change</dt>
        <dd>{row.change === '' ? 'nothing: what stands there serves' : row.change}</dd>
      </dl>
    </Part>
  )
}
