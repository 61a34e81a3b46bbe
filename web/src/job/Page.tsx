import { cautionsFor, type LinkId } from '@yard-lamp/core'
import { type ReactNode, useEffect, useRef } from 'react'
import { useLocation } from 'react-router'
import { type Chapter, chapterId } from '../chapters.ts'
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

type PartProps = { aside?: ReactNode; children: ReactNode } & (
  | { title: Chapter }
  /** Under a name a person gave, or on a page that is no link’s. */
  | { name: string }
)

/** A part of a page with its heading; where the address names it, it is brought in sight. */
export function Part({ aside, children, ...headed }: PartProps) {
  const title = 'title' in headed ? headed.title : headed.name
  const id = chapterId(title)
  const { hash, key } = useLocation()
  const heading = useRef<HTMLHeadingElement>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: going to the same part again brings it in sight again
  useEffect(() => {
    if (hash !== `#${id}`) return
    heading.current?.scrollIntoView({ block: 'start' })
    heading.current?.focus({ preventScroll: true })
  }, [hash, id, key])
  return (
    <section className="part">
      <div className="part-head">
        <h2 id={id} ref={heading} tabIndex={-1}>
          {title}
        </h2>
        {aside && <span className="part-aside">{aside}</span>}
      </div>
      {children}
    </section>
  )
}
