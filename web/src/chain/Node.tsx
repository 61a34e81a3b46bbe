import type { LinkStatus } from '../store/selectors.ts'

/** Status is a shape as well as a colour: filled, dashed while something is missing, pointed where a check fires. */
export function Node({ status, moved }: { status: LinkStatus; moved: boolean }) {
  return (
    <svg
      className={`chain-node chain-node-${status}${moved ? ' chain-node-lit' : ''}`}
      width="20"
      height="20"
      viewBox="0 0 20 20"
      aria-hidden
    >
      {status === 'fault' || status === 'danger' ? (
        <>
          <path d="M10 1.5 19 18H1z" />
          {status === 'danger' && <path className="chain-node-mark" d="M10 7v5M10 14.5v.6" />}
        </>
      ) : status === 'missing' ? (
        <circle cx="10" cy="10" r="6" strokeDasharray="3 2.6" />
      ) : (
        <circle cx="10" cy="10" r={status === 'advice' ? 5 : 6} />
      )}
    </svg>
  )
}
