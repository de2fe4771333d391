import type { FontRef } from '@/core'
import { endpoint } from './endpoint'
import type { LettersWorker } from './letters.worker'

const worker = endpoint<LettersWorker>(
	'Setting letters',
	() => new Worker(new URL('./letters.worker.ts', import.meta.url), { type: 'module' }),
)

/**
 * What a font makes of a text.
 * @param file of a font that somebody brought; `null` for those that come with Skiagram
 * @throws {NotAFont} where the file is none
 */
export const shaped = (font: FontRef, file: Blob | null, text: string, ligatures: boolean) =>
	worker.run((remote) => remote.shape(font, file, text, ligatures))

/** What is said of a font that somebody brought. @throws {NotAFont} */
export const fontSays = (file: Blob) => worker.run((remote) => remote.says(file))
