import { Button } from '@mantine/core'
import { IconArrowLeft } from '@tabler/icons-react'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { Part } from '../job/Page.tsx'
import { ThemeButton } from '../job/ThemeButton.tsx'
import { AuditPart } from './AuditPart.tsx'
import { useMay, useMe } from './me.ts'
import { OwnPart } from './OwnPart.tsx'
import { PeoplePart } from './PeoplePart.tsx'
import { SessionsPart } from './SessionsPart.tsx'
import '../fields/fields.css'
import '../job/page.css'
import '../jobs/jobs.css'
import './people.css'

/** Who may come in and what they may do, where one is signed in, and what was done. */
export default function PeoplePage() {
  const { me } = useMe()
  const isOwner = useMay('owner')
  useEffect(() => {
    document.title = 'People · Yard Lamp'
  }, [])
  if (!me) return <p className="loading">Asking who is here …</p>
  return (
    <div className="jobs people">
      <header className="jobs-head">
        <Button component={Link} to="/" variant="default" leftSection={<IconArrowLeft size={16} />}>
          Jobs
        </Button>
        <h1>People</h1>
        <span className="topbar-gap" />
        <ThemeButton />
      </header>
      <main>
        <p className="people-said">
          {me.isOpen ? OPEN_WORDS[me.person ? 'one' : 'none'] : `You are ${me.person?.name}.`}
        </p>
        {isOwner && <PeoplePart />}
        {me.person && <OwnPart person={me.person} />}
        {me.person && <SessionsPart />}
        {isOwner && (
          <Part name="What was done" aside="by whom, the newest first">
            <AuditPart />
          </Part>
        )}
      </main>
    </div>
  )
}

const OPEN_WORDS = {
  none: 'At this machine nobody is asked for a password. Name an owner before others work here too, or before Yard Lamp is reached from elsewhere.',
  one: 'One person at this machine: no password is asked for here. As soon as a second one is let in, everybody signs in.',
} as const
