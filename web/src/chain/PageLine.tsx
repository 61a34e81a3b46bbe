import { NavLink } from 'react-router'
import { JOB_PAGES } from '../pages.ts'
import type { LinkStatus } from '../store/selectors.ts'
import { Node } from './Node.tsx'

interface PageLineProps {
  jobId: string
  path: (typeof JOB_PAGES)[number]['path']
  answer: string
  status: LinkStatus
}

/** A page in the chain that no link of the design stands behind: its name, its key and what it answers. */
export function PageLine({ jobId, path, answer, status }: PageLineProps) {
  const page = JOB_PAGES.find((each) => each.path === path)
  return (
    <li className="chain-item">
      <NavLink to={`/jobs/${jobId}/${path}`} className={({ isActive }) => `chain-link${isActive ? ' chain-on' : ''}`}>
        <Node status={status} moved={false} />
        <span className="chain-name">
          {page?.title}
          <kbd aria-hidden>{page?.key}</kbd>
        </span>
        <span className={`chain-answer${status === 'missing' ? ' chain-todo' : ''}`}>{answer}</span>
      </NavLink>
    </li>
  )
}
