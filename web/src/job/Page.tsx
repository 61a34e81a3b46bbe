import { cautionsFor, type LinkId } from '@yard-lamp/core'
import { type ReactNode, useEffect } from 'react'
import { FindingLine } from '../checks/FindingLine.tsx'
import { NeedLine } from '../checks/NeedLine.tsx'
import { selectDesign, selectOpenFindings } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import './page.css'

interface PageProps {
  link: LinkId
  /** The one question this page answers. */
  question: string
  /** The answer, in large figures. */
  answers?: ReactNode
  children: ReactNode
}

/** A link's page: its question, its answer, what is needed or wrong, the work, and the cautions of that work. */
export function Page({ link, question, answers, children }: PageProps) {
  const design = useAppSelector(selectDesign)
  const found = useAppSelector(selectOpenFindings).filter((finding) => finding.link === link)
  const needs = design.needs.filter((need) => need.link === link)
  const cautions = cautionsFor(design, link)
  useEffect(() => {
    document.title = `${question} · Yard Lamp`
  }, [question])
  return (
    <>
      <h1>{question}</h1>
      {answers && <div className="answers">{answers}</div>}
      {(needs.length > 0 || found.length > 0) && (
        <ul className="notices" aria-label="What this link needs">
          {found.map((finding) => (
            <FindingLine key={finding.id + finding.place} finding={finding} />
          ))}
          {needs.map((need) => (
            <NeedLine key={need.place + need.message} need={need} />
          ))}
        </ul>
      )}
      {children}
      {cautions.length > 0 && (
        <section className="cautions" aria-label="Cautions">
          {cautions.map((caution) => (
            <p key={caution.id}>{caution.text}</p>
          ))}
        </section>
      )}
    </>
  )
}

/** A part of a page with its heading. */
export function Part({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <section className="part">
      <div className="part-head">
        <h2>{title}</h2>
        {aside && <span className="part-aside">{aside}</span>}
      </div>
      {children}
    </section>
  )
}
