import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { useMe } from './me.ts'
import { signOut } from './sign-out.ts'

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
