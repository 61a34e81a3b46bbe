import { type Diagnosis, dateOfDay, type LogTold } from '@yard-lamp/core/log'
import { formatDay } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'

/** What is not as designed, the most urgent first; what was, and is over, behind it. */
export function Diagnoses({ told }: { told: LogTold }) {
  const now = told.diagnoses.filter(({ isNow }) => isNow)
  const over = told.diagnoses.filter(({ isNow }) => !isNow)
  if (told.diagnoses.length === 0) return null
  return (
    <Part name="What the readings say">
      <ul className="log-diagnoses">
        {now.map((each) => (
          <One key={`${each.id}.${each.from}`} each={each} firstDay={told.firstDay} />
        ))}
      </ul>
      {over.length > 0 && (
        <details className="log-over">
          <summary>{over.length === 1 ? 'One thing that is over' : `${over.length} things that are over`}</summary>
          <ul className="log-diagnoses">
            {over.map((each) => (
              <One key={`${each.id}.${each.from}`} each={each} firstDay={told.firstDay} />
            ))}
          </ul>
        </details>
      )}
    </Part>
  )
}

function One({ each, firstDay }: { each: Diagnosis; firstDay: number }) {
  const { isFault, isUrgent, isNow, from, to } = each
  const day = (at: number) => formatDay(dateOfDay(firstDay + at))
  const mark = isUrgent ? 'urgent' : isFault ? each.sureness : 'no fault'
  return (
    <li className={`log-diagnosis${isUrgent ? ' log-urgent' : isFault ? '' : ' log-fine'}`}>
      <h3>
        {each.title} <span className="log-mark">{mark}</span>
      </h3>
      <p className="log-since">{isNow ? `since ${day(from)}` : `from ${day(from)} to ${day(to)}`}</p>
      {each.evidence.map((text) => (
        <p key={text}>{text}</p>
      ))}
      {isFault && (
        <>
          <p className="log-causes">
            Likeliest first: {each.causes.map((cause, i) => `${i + 1}. ${cause}`).join('; ')}.
          </p>
          <p className="log-next">
            <b>Measure next:</b> {each.next}
          </p>
        </>
      )}
      {!isFault && <p className="log-next">{each.next}</p>}
    </li>
  )
}
