import { LINKS, type LinkId } from '@yard-lamp/core'
import { Fragment, memo, useEffect, useRef } from 'react'
import { NavLink, useLocation, useParams } from 'react-router'
import { linkTitle } from '../pages.ts'
import { type LinkStatus, selectAnswers, selectLinkStatus, selectMoved, selectWaitingFrom } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { answersSeen } from '../store/view-slice.ts'
import { BuildItem } from './BuildItem.tsx'
import { LogItem } from './LogItem.tsx'
import { Node } from './Node.tsx'
import { ProofItem } from './ProofItem.tsx'
import './chain.css'

const STATUS_TEXT: Record<LinkStatus, string> = {
  sound: 'sound',
  missing: 'something is missing',
  fault: 'a check found a fault',
  danger: 'a check found a danger',
  advice: 'a check has advice',
}

/** The chain as a lit cable: each link with its one answer, what the last edits moved, and its checks. */
export function ChainNav() {
  const { id } = useParams()
  const shown = useAppSelector(selectAnswers)
  const status = useAppSelector(selectLinkStatus)
  const moved = useAppSelector(selectMoved)
  const waitingFrom = useAppSelector(selectWaitingFrom)
  const waiting = useAppSelector((state) => Object.values(state.view.waiting)[0])
  const dispatch = useAppDispatch()
  const movedCount = Object.keys(moved).length
  const nav = useRef<HTMLElement>(null)
  const { pathname } = useLocation()
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page is what calls for it
  useEffect(() => {
    // On a narrow screen the chain lies along the top: the link worked on is brought to its middle.
    const on = nav.current?.querySelector<HTMLElement>('.chain-on')?.parentElement
    if (nav.current && on) nav.current.scrollLeft = on.offsetLeft - (nav.current.clientWidth - on.offsetWidth) / 2
  }, [pathname])
  return (
    <nav className="chain" aria-label="Chain" ref={nav}>
      <ol>
        {LINKS.map((link, i) => (
          <Fragment key={link}>
            {link === 'parts' && <ProofItem jobId={id ?? ''} />}
            <Item
              jobId={id ?? ''}
              link={link}
              digit={i + 1}
              answer={shown[link]}
              before={moved[link]}
              status={status[link]}
              waits={i >= waitingFrom}
            />
          </Fragment>
        ))}
        <BuildItem jobId={id ?? ''} />
        <LogItem jobId={id ?? ''} />
      </ol>
      <div className="chain-foot" aria-live="polite">
        {waiting !== undefined && (
          <p className="chain-foot-wait">Waiting for an entry: {waiting} The figures above are the last good ones.</p>
        )}
        {waiting === undefined && movedCount > 0 && (
          <button type="button" className="chain-seen" onClick={() => dispatch(answersSeen(shown))}>
            Seen, {movedCount === 1 ? 'one link moved' : `${movedCount} links moved`}
          </button>
        )}
      </div>
    </nav>
  )
}

interface ItemProps {
  jobId: string
  link: LinkId
  /** Key that leads to it. */
  digit: number
  answer: string
  /** The answer as it was last seen, where it has moved since. */
  before: string | undefined
  status: LinkStatus
  waits: boolean
}

/** One link of the chain. Of nine an edit seldom moves more than three: the others are not drawn again. */
const Item = memo(function Item({ jobId, link, digit, answer, before, status, waits }: ItemProps) {
  return (
    <li className="chain-item">
      <NavLink to={`/jobs/${jobId}/${link}`} className={linkClass}>
        <Node status={waits ? 'missing' : status} moved={before !== undefined} />
        <span className="chain-name">
          {linkTitle(link)}
          <kbd aria-hidden>{digit}</kbd>
        </span>
        <span className={`chain-answer${status === 'missing' ? ' chain-todo' : ''}`}>{answer}</span>
        <span className="visually-hidden">, {waits ? 'waiting for an entry' : STATUS_TEXT[status]}</span>
      </NavLink>
      {waits && <span className="chain-wait">waiting</span>}
      {before !== undefined && <Moved link={link} before={before} now={answer} />}
    </li>
  )
})

const linkClass = ({ isActive }: { isActive: boolean }): string => `chain-link${isActive ? ' chain-on' : ''}`

/** The old answer, until it is acknowledged. */
function Moved({ link, before, now }: { link: LinkId; before: string; now: string }) {
  const dispatch = useAppDispatch()
  const text = shortOld(before, now)
  return (
    <button
      type="button"
      className="chain-was"
      title={`Was: ${before}. Click when seen.`}
      onClick={() => dispatch(answersSeen({ [link]: now }))}
    >
      was {text}
    </button>
  )
}

/** The part of the old answer that is not in the new one, so that it fits beside the name. */
function shortOld(before: string, now: string): string {
  const parts = before.split(', ')
  const kept = parts.filter((part) => !now.split(', ').includes(part))
  return (kept.length > 0 ? kept : parts).join(', ')
}
