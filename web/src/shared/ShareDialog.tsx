import { Button, CopyButton, Modal, NativeSelect, NumberInput, TextInput } from '@mantine/core'
import { MOST_SHARED_DAYS, SHARED_KINDS, type Share, type SharedKind } from '@yard-lamp/core/people'
import { formatDay } from '@yard-lamp/core/units'
import { useCallback, useEffect, useState } from 'react'
import { api } from '../api/client.ts'
import { Code } from '../links/build/Code.tsx'
import { selectJob, selectJobId } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import './share.css'

const KIND_WORDS: Readonly<Record<SharedKind, string>> = {
  quote: 'The quote',
  sheet: 'The report for the customer',
  log: 'The log: is it behaving as designed',
  upkeep: 'The upkeep, as a page and for a calendar',
}
const KIND_SHORT: Readonly<Record<SharedKind, string>> = {
  quote: 'quote',
  sheet: 'report',
  log: 'log',
  upkeep: 'upkeep',
}

interface ShareDialogProps {
  opened: boolean
  onClose: () => void
  kind?: SharedKind
}

/** Links to something of this job: made, counted, taken back. */
export function ShareDialog({ opened, onClose, kind = 'quote' }: ShareDialogProps) {
  return (
    <Modal opened={opened} onClose={onClose} size={680} title="Show something by a link">
      {opened && <Links first={kind} />}
    </Modal>
  )
}

function Links({ first }: { first: SharedKind }) {
  const jobId = useAppSelector(selectJobId)
  const [shares, setShares] = useState<readonly Share[] | null>(null)
  const [problem, setProblem] = useState('')
  const [made, setMade] = useState<{ share: Share; token: string } | null>(null)
  const failed = useCallback((error: Error) => setProblem(error.message), [])
  const read = useCallback(() => api.readShares(jobId).then(setShares, failed), [jobId, failed])
  useEffect(() => void read(), [read])
  return (
    <div className="share">
      <MakeLink
        first={first}
        onMade={(link) => {
          setProblem('')
          setMade(link)
          void read()
        }}
        onFailed={failed}
      />
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      {made && <MadeLink {...made} />}
      {shares && shares.length > 0 && (
        <ul className="share-list">
          {shares.map((share) => (
            <li key={share.id}>
              <span>
                <b>{KIND_SHORT[share.kind]}</b> for {share.forWhom}
                <span className="soft small share-said">{standingOf(share)}</span>
              </span>
              {isOpen(share) && (
                <Button
                  variant="default"
                  size="xs"
                  onClick={() => api.revokeShare(jobId, share.id).then(() => read(), failed)}
                >
                  Take back
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

const isOpen = ({ revokedAt, endsAt }: Share): boolean => revokedAt === null && Date.parse(endsAt) > Date.now()

function standingOf(share: Share): string {
  const { opened, openedAt, endsAt, revokedAt } = share
  const seen =
    openedAt === null
      ? 'not opened yet'
      : `opened ${opened === 1 ? 'once' : `${opened} times`}, last on ${formatDay(openedAt.slice(0, 10))}`
  if (revokedAt !== null) return `${seen} · taken back`
  return `${seen} · ${isOpen(share) ? 'until' : 'ended'} ${formatDay(endsAt.slice(0, 10))}`
}

interface MakeLinkProps {
  first: SharedKind
  onMade: (made: { share: Share; token: string }) => void
  onFailed: (error: Error) => void
}

function MakeLink({ first, onMade, onFailed }: MakeLinkProps) {
  const jobId = useAppSelector(selectJobId)
  const job = useAppSelector(selectJob)
  const [kind, setKind] = useState<SharedKind>(first)
  const [optionId, setOptionId] = useState(job.chosenOptionId)
  const [forWhom, setForWhom] = useState('')
  const [days, setDays] = useState(30)
  return (
    <form
      className="share-make"
      onSubmit={(event) => {
        event.preventDefault()
        api.makeShare(jobId, { kind, optionId, forWhom, days }).then(onMade, onFailed)
      }}
    >
      <NativeSelect
        label="What it shows"
        data={SHARED_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
        value={kind}
        onChange={(event) => setKind(event.currentTarget.value as SharedKind)}
      />
      {job.options.length > 1 && (
        <NativeSelect
          label="Of the option"
          data={job.options.map(({ id, name }) => ({ value: id, label: name }))}
          value={optionId}
          onChange={(event) => setOptionId(event.currentTarget.value)}
        />
      )}
      <TextInput
        label="For whom"
        description="To know later which to take back"
        value={forWhom}
        maxLength={120}
        required
        onChange={(event) => setForWhom(event.currentTarget.value)}
      />
      <NumberInput
        label="Days it holds"
        description={`1 to ${MOST_SHARED_DAYS}`}
        value={days}
        min={1}
        max={MOST_SHARED_DAYS}
        allowDecimal={false}
        onChange={(value) => setDays(Number(value))}
      />
      <Button type="submit">Make the link</Button>
      <p className="small soft share-note">
        Whoever has it sees the job as it is saved when they open it, and can change nothing.
      </p>
    </form>
  )
}

/** The address is told once: only a digest of it is kept. */
function MadeLink({ share, token }: { share: Share; token: string }) {
  const address = `${location.origin}/shared/${token}`
  return (
    <div className="share-made" role="status">
      <div>
        <p>
          The link for {share.forWhom}, shown only now:
          <br />
          <code>{address}</code>
        </p>
        <Copy text={address}>Copy the link</Copy>
        {share.kind === 'upkeep' && (
          <>
            <p>
              For a calendar that asks again by itself:
              <br />
              <code>{`${location.origin}/api/feeds/${token}.ics`}</code>
            </p>
            <Copy text={`${location.origin}/api/feeds/${token}.ics`}>Copy the calendar’s address</Copy>
          </>
        )}
      </div>
      <div className="share-code">
        <Code text={address} />
      </div>
    </div>
  )
}

const Copy = ({ text, children }: { text: string; children: string }) => (
  <CopyButton value={text}>
    {({ copied, copy }) => (
      <Button variant="default" size="xs" onClick={copy}>
        {copied ? 'Copied' : children}
      </Button>
    )}
  </CopyButton>
)
