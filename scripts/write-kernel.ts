/** Writes core/src/proof/kernel/program.ts from the loop of the balance. Run after a change of it: npm run kernel */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { kernelModule } from './kernel-program.ts'

const proof = join(import.meta.dirname, '../core/src/proof')
const source = readFileSync(join(proof, 'balance.ts'), 'utf8')
writeFileSync(join(proof, 'kernel/program.ts'), kernelModule(source))
