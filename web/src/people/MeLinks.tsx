import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { api } from '../api/client.ts'
import { useMe } from './me.ts'

/** What was read here goes with whoever signs out. */
async function signOut(): Promise<void> {
  await api.signOut()
  await (await import('../outbox/install.ts')).forgetRead()
  location.assign('/')
}

/** Who is here, with the way to people and out. */
export function MeLinks() {
  const { me } = useMe()
  if (!me) return null
  return (
    <span className="me">
      <Link to="/people">{me.person ? me.person.name : 'People'}</Link>
      {!me.isOpen && (
        <Button variant="default" size="xs" onClick={() => void signOut()}>
          Sign out
        </Button>
      )}
    </span>
  )
}
