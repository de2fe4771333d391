import { readFile } from 'node:fs/promises'
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, test } from './bench'

test.describe.configure({ timeout: 120_000 })

const PLATE =
	'<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600"><path d="M200 100H600V500H200Z"/></svg>'
const CORNERS = [
	[200, 100],
	[600, 100],
	[600, 500],
	[200, 500],
] as const

/** What comes down when something is pressed: its name and text. */
async function saved(page: Page, act: () => Promise<void>) {
	const coming = page.waitForEvent('download')
	await act()
	const file = await coming
	return { name: file.suggestedFilename(), text: await readFile(await file.path(), 'utf8') }
}

async function choose(page: Page, button: string, files: { name: string; text: string }[]) {
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: button }).click()
	await (await choosing).setFiles(
		files.map(({ name, text }) => ({
			name,
			mimeType: name.endsWith('.json') ? 'application/json' : 'image/svg+xml',
			buffer: Buffer.from(text),
		})),
	)
}

async function isClean(page: Page) {
	const { violations } = await new AxeBuilder({ page }).analyze()
	expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([])
}

test('a sheet becomes a drill, is done from its file, and graded among others in a table', async ({
	bench,
	page,
}) => {
	await bench.beginDrawing('Plate.svg', PLATE)
	await bench.painted()
	await bench.key('8')
	await page.getByRole('button', { name: 'Drill', exact: true }).click()
	await page.getByLabel('Task').fill('Trace the plate with four corners.')
	await isClean(page)
	const drill = await saved(page, () =>
		page.getByRole('button', { name: 'Save as a drill' }).click(),
	)
	expect(drill.name).toBe('plate.drill.svg')

	// A pupil opens it: nothing is traced yet, and the answer is not to be seen.
	await page.goto('/')
	await choose(page, 'Choose a photo', [drill])
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	const card = page.getByRole('region', { name: 'Drill' })
	await expect(card).toContainText('Trace the plate with four corners.')
	await expect(card).toContainText('0 nodes')
	await bench.fitSheet({ width: 800, height: 600 })
	await bench.key('Shift+G')
	await bench.key('2')
	await bench.tool('Pen D')
	await bench.clickAll([...CORNERS.slice(0, 3), [230, 520], CORNERS[0]])
	await bench.key('Escape')
	await card.getByRole('button', { name: 'Judge it' }).click()
	await expect(card.getByRole('list', { name: 'What differs' })).toContainText('Show me here')
	await isClean(page)
	await card.getByRole('button', { name: 'Again' }).click()
	await bench.tool('Pen D')
	await bench.clickAll([...CORNERS, CORNERS[0]])
	await bench.key('Escape')
	await expect(card.getByRole('status')).toHaveText('Done')
	await expect(card).toContainText(/\d+ actions in \d:\d\d/)
	const done = await saved(page, () => bench.key('Control+s'))

	// Who teaches opens several.
	await page.goto('/practice')
	await expect(page.getByRole('main')).toHaveAttribute('aria-busy', 'false')
	await choose(page, 'Open pupils’ files', [
		{ name: 'ada.svg', text: done.text },
		{ name: 'ben.svg', text: drill.text },
		{ name: 'lamp.svg', text: PLATE },
	])
	const table = page.getByRole('table', { name: 'Pupils’ grades' })
	await expect(table.getByRole('row')).toHaveCount(3)
	await expect(table.getByRole('row').nth(1)).toContainText(/ada.*100 %/)
	await expect(table.getByRole('row').nth(2)).toContainText(/ben.*A part is not traced/)
	await expect(page.getByText('“lamp” was not graded.')).toBeVisible()
	await isClean(page)
	await table.getByRole('button', { name: 'ben' }).click()
	await expect(page.getByRole('dialog')).toContainText('Dashed: the answer')
	await isClean(page)
	await page.keyboard.press('Escape')
	const csv = await saved(page, () =>
		page.getByRole('button', { name: 'Save the table (CSV)' }).click(),
	)
	expect(csv.text.split('\r\n')).toHaveLength(3)

	// What was done goes out, is forgotten, and comes in again.
	const progress = await saved(page, () =>
		page.getByRole('button', { name: 'Save as a file' }).click(),
	)
	await page.getByRole('button', { name: 'Begin anew' }).click()
	await expect(page.getByText('Nothing is done yet')).toBeVisible()
	await choose(page, 'Bring in a file', [{ name: 'x.progress.json', text: '{}' }])
	await expect(page.getByText('holds no progress')).toBeVisible()
	await choose(page, 'Bring in a file', [progress])
	await expect(page.getByText(/2 results brought in/)).toBeVisible()
})

test('any trace is judged in Refine, in the words of the drills', async ({ bench, page }) => {
	await bench.beginDrawing('Plate.svg', PLATE)
	await bench.painted()
	await bench.key('3')
	await page.getByRole('button', { name: 'Judge my trace' }).click()
	const judged = page.getByRole('region', { name: 'Judge my trace' })
	await expect(judged).toContainText('4 nodes, 4 would do')
	await expect(judged).toContainText('1 of 1 outlines closed')
	await expect(judged).toContainText('The photo shows no plain edge beside it')
	await isClean(page)
	// What is changed is judged anew.
	await bench.fitSheet({ width: 800, height: 600 })
	await bench.drag([600, 500], [640, 540])
	await expect(judged.getByRole('button', { name: 'Judge my trace' })).toBeVisible()
})

test('each pass says how it is worked, and rests for who asks for calm', async ({
	bench,
	page,
}) => {
	await page.emulateMedia({ reducedMotion: 'reduce' })
	await bench.beginDrawing('Plate.svg', PLATE)
	await bench.painted()
	for (const [key, name] of [
		...'Photo Rough Refine Thin Cut Colour Proof Export'.split(' ').entries(),
	]) {
		await bench.key(String(key + 1))
		await page.getByRole('button', { name: 'How?' }).click()
		const how = page.getByRole('region', { name: `How ${name} is worked` })
		await expect(how).toContainText('1 of')
		const first = await how.getByRole('img').getAttribute('aria-label')
		await how.getByRole('button', { name: 'The next picture' }).click()
		await expect(how).toContainText('2 of')
		expect(await how.getByRole('img').getAttribute('aria-label')).not.toBe(first)
		if (key === 1) await isClean(page)
		await page.getByRole('button', { name: 'How?' }).click()
		await expect(how).toHaveCount(0)
	}
})
