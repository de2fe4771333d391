import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { doorFiles } from './generate'

/** Writes the corpus anew; what is committed is what this writes. */
const corpus = join(import.meta.dirname, 'corpus')
rmSync(corpus, { recursive: true, force: true })
for (const { folder, name, text } of doorFiles()) {
	mkdirSync(join(corpus, folder), { recursive: true })
	writeFileSync(join(corpus, folder, name), text)
}
