import { Button } from '@mantine/core'
import { useLocalStorage } from '@mantine/hooks'
import { methodOf } from '@yard-lamp/core'
import {
  jobFromQuick,
  QUICK_CALCULATORS,
  type QuickCalculator,
  type QuickField,
  type QuickValue,
  quickAnswer,
} from '@yard-lamp/core/quick'
import { formatSize } from '@yard-lamp/core/units'
import { useEffect, useId, useState } from 'react'
import { Link, NavLink, useNavigate, useParams } from 'react-router'
import { api } from '../api/client.ts'
import { NumberField } from '../fields/NumberField.tsx'
import { ThemeButton } from '../job/ThemeButton.tsx'
import { useWrite } from '../store/use-write.ts'
import { FormulaLines } from '../working/FormulaLines.tsx'
import '../job/page.css'
import '../jobs/jobs.css'
import '../working/working.css'
import './quick.css'

/** Quick answers without a job: each calculator with its working, and a job begun from it. */
export default function QuickPage() {
  const { calculatorId } = useParams()
  const [sought, setSought] = useState('')
  const chosen = QUICK_CALCULATORS.find(({ id }) => id === calculatorId) ?? QUICK_CALCULATORS[0]
  const words = sought.toLowerCase().split(/\s+/)
  const found = QUICK_CALCULATORS.filter(({ title, family, id }) =>
    words.every((word) => `${title} ${family} ${id}`.toLowerCase().includes(word)),
  )
  const families = [...new Set(found.map(({ family }) => family))]
  useEffect(() => {
    document.title = 'Quick answers · Yard Lamp'
  }, [])
  return (
    <div className="jobs quick">
      <header className="jobs-head">
        <Link to="/" aria-label="All jobs">
          <img src="/lamp.svg" alt="" width={40} />
        </Link>
        <div>
          <h1>Quick answers</h1>
          <p className="soft">One question, its working, and a job from it where you want one.</p>
        </div>
        <span className="topbar-gap" />
        <Link to="/">All jobs</Link>
        <ThemeButton />
      </header>
      <div className="quick-body">
        <nav className="quick-list" aria-label="Quick calculators">
          <input
            type="search"
            className="quick-search"
            placeholder="find: fuse, drop, charge …"
            aria-label="Find a calculator"
            value={sought}
            onChange={(event) => setSought(event.target.value)}
          />
          {families.map((family) => (
            <section key={family}>
              <h2>{family}</h2>
              <ul>
                {found
                  .filter((each) => each.family === family)
                  .map((each) => (
                    <li key={each.id}>
                      <NavLink to={`/quick/${each.id}`} className={each === chosen ? 'quick-chosen' : ''}>
                        {each.title}
                      </NavLink>
                    </li>
                  ))}
              </ul>
            </section>
          ))}
          {found.length === 0 && <p className="soft small">Nothing by that name.</p>}
        </nav>
        {chosen && <Calculator key={chosen.id} calculator={chosen} />}
      </div>
    </div>
  )
}

function Calculator({ calculator }: { calculator: QuickCalculator }) {
  const navigate = useNavigate()
  const write = useWrite()
  const [values, setValues] = useLocalStorage<Record<string, QuickValue>>({
    key: `yardlamp.quick.${calculator.id}`,
    defaultValue: { ...calculator.example },
    getInitialValueInEffect: false,
  })
  const [problem, setProblem] = useState('')
  const found = quickAnswer(calculator, values, write)
  const begin = async () => {
    if (!found.ok) return
    try {
      const { id } = await api.createJob(jobFromQuick(calculator, values, found.answer))
      navigate(`/jobs/${id}/loads`)
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <main className="quick-main">
      <h2 className="quick-title">{calculator.title}</h2>
      <div className="fields">
        {calculator.fields.map((field) => (
          <Field
            key={field.key}
            field={field}
            value={values[field.key] ?? null}
            onValue={(value) => setValues((before) => ({ ...before, [field.key]: value }))}
          />
        ))}
      </div>
      {found.ok ? (
        <>
          <dl className="answers quick-answers" aria-label="Answer">
            {found.answer.headlines.map(({ label, text }) => (
              <div key={label} className="answer">
                <dt className="answer-label">{label}</dt>
                <dd className="answer-figure">{text}</dd>
              </div>
            ))}
          </dl>
          {found.answer.said.map((line) => (
            <p key={line} className="quick-said">
              {line}
            </p>
          ))}
          <div className="quick-actions">
            <Button onClick={() => void begin()}>Start a job from this</Button>
            <Button variant="default" onClick={() => setValues({ ...calculator.example })}>
              The figures it began with
            </Button>
          </div>
          <section className="quick-working" aria-label="Working">
            {found.answer.steps.map((step) => {
              const method = methodOf(step.methodId)
              return (
                <article key={step.address}>
                  <h3>{method.title}</h3>
                  <FormulaLines method={method} step={step} highlight="" />
                  <p className="small soft">
                    {method.notes} <b>Source:</b> {method.source}. <code>{method.id}</code>
                  </p>
                </article>
              )
            })}
          </section>
        </>
      ) : (
        <p className="notice notice-need" role="alert">
          <span className="notice-kind">needed</span>
          <span className="notice-text">{found.message}</span>
        </p>
      )}
      {problem !== '' && (
        <p className="notice notice-fault" role="alert">
          <span className="notice-text">{problem}</span>
        </p>
      )}
      <section className="cautions" aria-label="Cautions">
        <p>
          A planning figure: it does not replace the local electrical code, the makers’ instructions or a licensed
          electrician.
        </p>
      </section>
    </main>
  )
}

function Field({
  field,
  value,
  onValue,
}: {
  field: QuickField
  value: QuickValue
  onValue: (value: QuickValue) => void
}) {
  const id = useId()
  if (field.kind === 'number') {
    return (
      <NumberField
        label={field.label}
        place={`quick.${field.key}`}
        value={typeof value === 'number' ? value : null}
        schema={field.schema.nullable()}
        {...(field.fallback === null ? {} : { assumed: field.fallback === '' ? 'not given' : field.fallback })}
        onValue={onValue}
      />
    )
  }
  if (field.kind === 'tick') {
    const on = typeof value === 'boolean' ? value : field.fallback === 'true'
    return (
      <label className="tick">
        <input type="checkbox" checked={on} onChange={(event) => onValue(event.target.checked)} />
        {field.label}
      </label>
    )
  }
  return (
    <div className="field">
      <label htmlFor={id}>{field.label}</label>
      <span className="field-box">
        {field.kind === 'choice' ? (
          <select
            id={id}
            value={String(value ?? '')}
            onChange={(event) => onValue(field.choices.find((choice) => String(choice) === event.target.value) ?? null)}
          >
            {(value === null || field.fallback !== null) && (
              <option value="">{field.fallback ? `${field.fallback} (usual)` : 'choose'}</option>
            )}
            {field.choices.map((choice) => (
              <option key={choice} value={String(choice)}>
                {formatSize(String(choice))}
              </option>
            ))}
          </select>
        ) : (
          <input id={id} value={String(value ?? '')} onChange={(event) => onValue(event.target.value)} />
        )}
      </span>
    </div>
  )
}
