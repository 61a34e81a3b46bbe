import type { Rich, Span } from '@yard-lamp/core/report'
import { Fragment, type ReactNode } from 'react'

/** A text with what its look says. */
export function rich(text: Rich): ReactNode {
  if (typeof text === 'string') return text
  return text.map((each, i) => <Fragment key={i}>{typeof each === 'string' ? each : spanned(each)}</Fragment>)
}

function spanned({ text, strong, italic, assumed, soft, bad, sub }: Span): ReactNode {
  const look = [assumed ? 'assumed' : '', soft ? 'soft' : '', bad ? 'sheet-bad' : '']
    .filter((each) => each !== '')
    .join(' ')
  const plain = look === '' ? text : <span className={look}>{text}</span>
  if (sub) return <sub>{plain}</sub>
  if (italic) return <i>{plain}</i>
  return strong ? <b>{plain}</b> : plain
}
