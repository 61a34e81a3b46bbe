import { Navigate, useParams, useSearchParams } from 'react-router'

/** An address that leads to a field, for codes on labels: to its page, then into it. */
export function AtPlace() {
  const { id } = useParams()
  const [params] = useSearchParams()
  const place = params.get('place') ?? ''
  const head = place.split('.')[0] || 'loads'
  return <Navigate to={`/jobs/${id}/${head}`} state={{ place, asked: Date.now() }} replace />
}
