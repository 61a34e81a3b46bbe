import { Button } from '@mantine/core'
import type { Session } from '@yard-lamp/core/people'
import dayjs from 'dayjs'
import { useEffect, useState } from 'react'
import { api } from '../api/client.ts'
import { Part } from '../job/Page.tsx'
import { askMe } from './me.ts'
import { signOut } from './sign-out.ts'

/** Where one is signed in; an owner sees everybody’s. */
export function SessionsPart() {
  const [sessions, setSessions] = useState<readonly Session[]>([])
  const [problem, setProblem] = useState('')
  const read = () => api.readSessions().then(setSessions, (error: Error) => setProblem(error.message))
  // biome-ignore lint/correctness/useExhaustiveDependencies: read once
  useEffect(() => void read(), [])
  if (sessions.length === 0 && problem === '') return null
  return (
    <Part name="Signed in" aside={sessions.length === 1 ? '1 browser' : `${sessions.length} browsers`}>
      {problem !== '' && <p className="field-error">{problem}</p>}
      <ul className="people-list">
        {sessions.map(({ id, personName, browser, seenAt, isThis }) => (
          <li key={id}>
            <span className="people-name">
              <b>{personName}</b>
              <span className="soft small">
                {isThis ? 'this browser' : `seen ${dayjs(seenAt).format('D MMM, HH:mm')}`}
              </span>
            </span>
            <span className="soft small people-role">{browserText(browser)}</span>
            <Button
              variant="default"
              size="xs"
              onClick={() =>
                (isThis ? signOut() : api.endSession(id).then(read).then(askMe)).catch((error: Error) =>
                  setProblem(error.message),
                )
              }
            >
              {isThis ? 'Sign out' : 'End'}
            </Button>
          </li>
        ))}
      </ul>
    </Part>
  )
}

/** What a browser says of itself, shortened to what a person knows it by. */
function browserText(agent: string): string {
  const system = /\((?:X11; )?([^;)]+)/.exec(agent)?.[1] ?? ''
  return system === '' ? agent.slice(0, 60) : `${/Mobile/.test(agent) ? 'telephone, ' : ''}${system}`
}
