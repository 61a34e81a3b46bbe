import { usePresence } from './use-presence.ts'

/** Who else works on this job now. */
export function PresenceBadge() {
  const others = usePresence()
  const editing = others.filter((each) => each.isEditing)
  const shown = editing.length > 0 ? editing : others
  if (shown.length === 0) return null
  const names = [...new Set(shown.map(({ name, isYou }) => (isYou ? 'you, in another window' : name)))]
  return (
    <span className="presence" role="status">
      {editing.length > 0 ? 'Being edited by ' : 'Also open: '}
      {names.slice(0, 2).join(', ')}
      {names.length > 2 && ` and ${names.length - 2} more`}
    </span>
  )
}
