import { Button } from '@mantine/core'
import type { Person } from '@yard-lamp/core/people'
import { useState } from 'react'
import { Part } from '../job/Page.tsx'
import { ChoosePassword } from './ChoosePassword.tsx'
import { SecondFactor } from './SecondFactor.tsx'

/** One’s own password and second factor. */
export function OwnPart({ person }: { person: Person }) {
  const [isChoosing, setChoosing] = useState(false)
  const [said, setSaid] = useState('')
  return (
    <Part name="Your way in" aside={person.account}>
      <div className="people-own">
        <section>
          <h3>Password</h3>
          {isChoosing ? (
            <ChoosePassword
              onDone={() => {
                setChoosing(false)
                setSaid('Your password is changed.')
              }}
            />
          ) : (
            <Button variant="default" onClick={() => setChoosing(true)}>
              Choose another password
            </Button>
          )}
          {said !== '' && <p role="status">{said}</p>}
        </section>
        <section>
          <h3>Second factor</h3>
          <SecondFactor person={person} />
        </section>
      </div>
    </Part>
  )
}
