/** Writes the documents made from the code: docs/methods.md, docs/checks.md, docs/job.schema.json. Run: npm run docs */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { AnyMethod } from '@yard-lamp/core'
import { jobJsonSchema, METHODS, quantityMeta } from '@yard-lamp/core'
import { mutationTable } from '@yard-lamp/core/demo'

const docs = join(import.meta.dirname, '../docs')

function fields(schema: AnyMethod['inputs']): string {
  return Object.entries(schema.shape)
    .map(([key, field]) => {
      const meta = quantityMeta(field)
      const taken = field.safeParse(undefined)
      const fallback =
        taken.success && taken.data !== undefined
          ? `, else ${JSON.stringify(taken.data)}`
          : taken.success
            ? ', optional'
            : ''
      const label = meta?.label ?? (field.meta() as { label?: string } | undefined)?.label ?? ''
      return `\`${key}\`${label ? ` ${label}` : ''}${meta?.unit ? `, ${meta.unit}` : ''}${fallback}`
    })
    .join('; ')
}

function chapter(method: AnyMethod): string {
  const lines = method.formula.map((line) => `    ${line.replace(/\{(\w+)\}/g, '$1')}`)
  return [
    `### ${method.id}`,
    '',
    `${method.title}. ${method.notes}`,
    '',
    ...lines,
    '',
    `- In: ${fields(method.inputs)}`,
    `- Out: ${fields(method.outputs)}`,
    `- Source: ${method.source}`,
    '',
  ].join('\n')
}

const head = `# Methods

Every calculation of Yard Lamp, made from the registry by \`npm run docs\`. The design, the worked figures on screen and on
the sheet, and \`yardlamp calc ID\` all run these. Planning values: a licensed person confirms them against the edition in
force at the site.

`
writeFileSync(join(docs, 'methods.md'), head + METHODS.map(chapter).join('\n'))
writeFileSync(join(docs, 'job.schema.json'), `${JSON.stringify(jobJsonSchema(), null, 2)}\n`)
writeFileSync(join(docs, 'checks.md'), mutationTable())
