import type { Need } from '@yard-lamp/core'
import { useGoTo } from './use-go-to.ts'

export function NeedLine({ need }: { need: Need }) {
  const goTo = useGoTo()
  return (
    <li className="notice notice-need">
      <span className="notice-kind">Needed</span>
      <span className="notice-text">{need.message}</span>
      <button type="button" className="notice-go" onClick={() => goTo(need.place)}>
        Go there
      </button>
    </li>
  )
}
