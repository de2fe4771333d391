import { readFile } from 'node:fs/promises'
import { type Bench, expect, test } from './bench'

const SQUARE = [
	[300, 300],
	[900, 300],
	[900, 900],
	[300, 900],
] as const
const SMALL = [
	[1200, 400],
	[1500, 400],
	[1500, 700],
] as const

/** Two closed pieces, drawn by clicks: “Piece 1” round the square, “Piece 2” round three corners. */
async function drawTwo(bench: Bench): Promise<void> {
	await bench.beginSample('Storm lantern')
	await bench.clickAll([...SQUARE, SQUARE[0]])
	await bench.clickAll([...SMALL, SMALL[0]])
}

/** The labels of the steps that could be undone, the last one first. */
async function steps(bench: Bench): Promise<string[]> {
	await bench.page.getByRole('button', { name: /^Undo/ }).waitFor()
	await bench.page.getByRole('button', { name: 'Steps' }).click()
	await bench.page.getByRole('menuitem').first().waitFor()
	// Beside each stands what it was done to.
	const items = await bench.page
		.getByRole('menuitem')
		.locator('> span:first-of-type')
		.allInnerTexts()
	await bench.page.keyboard.press('Escape')
	await expect(bench.page.getByRole('menu')).toBeHidden()
	return items
}

test('a lock protects from keys, cards and bins, and says so; only letting go undoes it', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	const panel = page.getByRole('region', { name: 'Pieces' })
	const hint = page.getByRole('status').filter({ hasText: /./ })
	await bench.key('3')
	await bench.drag([250, 250], [950, 950])
	await panel.getByRole('button', { name: 'Lock Piece 1' }).click()
	await bench.canvas.focus()
	for (const key of ['Delete', 'ArrowRight', 's']) {
		await bench.key(key)
		await expect(hint.filter({ hasText: '“Piece 1” is locked' })).toBeVisible()
	}
	expect((await steps(bench))[0]).toBe('Lock a piece')
	await panel.getByRole('button', { name: 'Delete Piece 1' }).click()
	await expect(panel).toContainText('Piece 1')
	await expect(hint.filter({ hasText: 'Not done: Delete a piece' })).toBeVisible()
	await expect(panel.getByText('4 nodes')).toBeVisible()
	// The walk passes it by.
	await bench.canvas.focus()
	await bench.key('Escape')
	await bench.key('Escape')
	await bench.key('n')
	await expect(hint.filter({ hasText: 'Node 1 of 3' })).toBeVisible()
	await panel.getByRole('button', { name: 'Unlock Piece 1' }).click()
	await panel.getByRole('button', { name: 'Delete Piece 1' }).click()
	await expect(panel.getByText('Piece 1')).toBeHidden()
})

test('Esc in the midst of a drag puts everything back; no other key edits then', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	await bench.key('3')
	await bench.click(SQUARE[1])
	const x = page.getByRole('region', { name: 'Node' }).getByLabel('x', { exact: true })
	await expect(x).toHaveValue('900')
	await bench.press(SQUARE[1])
	await page.mouse.move(...bench.on([1000, 260]), { steps: 4 })
	await expect(x).not.toHaveValue('900')
	await bench.key('Delete')
	await bench.key('Control+z')
	await bench.key('Escape')
	await page.mouse.move(...bench.on([1100, 200]), { steps: 3 })
	await bench.release()
	await expect(x).toHaveValue('900')
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('4 nodes')
})

test('Space pans after a control was clicked, undo works in a number field, Delete and the walk go on', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	const panel = page.getByRole('region', { name: 'Pieces' })
	const card = page.getByRole('region', { name: 'Refine pass' })
	await bench.key('3')
	await test.step('a button keeps no hold of Space over the canvas', async () => {
		await page.getByRole('button', { name: 'Walk on' }).click()
		await bench.hover([600, 600])
		await page.keyboard.down(' ')
		await bench.press([600, 600])
		await page.mouse.move(...bench.on([640, 640]), { steps: 3 })
		await bench.release()
		await page.keyboard.up(' ')
		await expect(panel.getByText('3 nodes')).toBeVisible()
		expect(await page.getByText('Walk round').count()).toBe(0)
	})
	await test.step('a deleted node is where the walk goes on from, and undo chooses it again', async () => {
		await bench.canvas.focus()
		await bench.key('0')
		await bench.fitSheet({ width: 2000, height: 1500 })
		await bench.click(SQUARE[1])
		await expect(card.getByText('Node 2 of 4')).toBeVisible()
		await bench.key('Delete')
		await bench.key('n')
		await expect(card.getByText('Node 2 of 3')).toBeVisible()
		await bench.key('Escape')
		await bench.key('Control+z')
		await expect(card.getByText('Node 2 of 4')).toBeVisible()
	})
	await test.step('undo in a field in which nothing is typed is the sheet’s', async () => {
		const x = page.getByRole('region', { name: 'Node' }).getByLabel('x', { exact: true })
		await x.fill('950')
		await bench.key('Enter')
		await expect(x).toHaveValue('950')
		await bench.key('Control+z')
		await expect(x).toHaveValue('900')
	})
	await test.step('a field that turns keeps the focus, step after step', async () => {
		await bench.fitSheet({ width: 2000, height: 1500 })
		await bench.drag([250, 250], [950, 950])
		const turn = page.getByLabel('Turn by')
		await turn.focus()
		await bench.key('ArrowUp')
		await bench.key('ArrowUp')
		await expect(turn).toBeFocused()
		expect((await steps(bench)).slice(0, 2)).toEqual(['Transform 4 nodes', 'Transform 4 nodes'])
	})
})

test('a guide is dragged back onto its ruler by its mark, from any pass', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const box = (await bench.canvas.boundingBox())!
	const left = page.getByTestId('ruler-y')
	const [x, y] = bench.on([800, 600])
	await left.hover({ position: { x: 8, y: 300 } })
	await page.mouse.down()
	await page.mouse.move(x, y, { steps: 4 })
	await page.mouse.up()
	expect((await steps(bench))[0]).toBe('Lay a guide')
	await bench.key('3')
	await page.mouse.move(x, box.y + 8)
	await page.mouse.down()
	await page.mouse.move(x + 60, box.y + 8, { steps: 3 })
	await page.mouse.move(box.x + 6, box.y + 8, { steps: 4 })
	await page.mouse.up()
	expect((await steps(bench))[0]).toBe('Remove a guide')
})

test('at home a card’s caption opens its sheet, and a file dropped beside the target begins one', async ({
	page,
	bench,
}) => {
	await page.goto('/')
	const card = page.getByRole('article', { name: 'Teapot' })
	await card.getByText('233 nodes').click()
	await page.waitForURL(/\/sheet\//)
	await expect(bench.canvas).toBeVisible()
	await page.goBack()
	await expect(card).toBeVisible()
	const drawing = Buffer.from(
		'<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><path d="M9 9h60v60H9z"/></svg>',
	)
	const file = { name: 'frame.svg', content: drawing, type: 'image/svg+xml' }
	await bench.give('drop', page.getByRole('heading', { name: 'Your sheets' }), file)
	await page.waitForURL(/\/sheet\//)
	await expect(page.getByRole('textbox', { name: 'Sheet name' })).toHaveValue('frame')
})

test('every action is found by name, with its key; what cannot be done says what it needs', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	await bench.key('3')
	await bench.key('Control+k')
	const field = page.getByRole('combobox', { name: 'What do you want to do?' })
	await field.fill('line up')
	await expect(page.getByRole('option', { name: /Line up level/ })).toContainText('Needs two nodes')
	await bench.key('Escape')
	await expect(field).toBeHidden()
	await bench.drag([250, 250], [950, 950])
	const card = page.getByRole('region', { name: 'Refine pass' })
	await expect(card.getByRole('button', { name: 'Line up level' })).toBeVisible()
	await expect(card.getByRole('button', { name: 'First node here' })).toBeHidden()
	await bench.canvas.focus()
	await bench.key('/')
	await field.fill('line up lev')
	await bench.key('Enter')
	await expect(field).toBeHidden()
	expect((await steps(bench))[0]).toBe('Line nodes up')
	await bench.key('/')
	await field.fill('proof')
	await bench.key('Enter')
	await expect(page.getByRole('region', { name: 'Proof pass' })).toBeVisible()
	await bench.key('/')
	await field.fill('real size')
	await bench.key('Enter')
	await expect(page.getByRole('button', { name: 'Real size', expanded: true })).toBeVisible()
	await bench.key('2')
	await bench.key('/')
	await field.fill('mirror left')
	await expect(page.getByRole('option', { name: /Mirror left and right/ })).toBeVisible()
})

test('pieces and nodes are copied, cut and pasted, and go out and come in as SVG', async ({
	bench,
	page,
	context,
}) => {
	await drawTwo(bench)
	const panel = page.getByRole('region', { name: 'Pieces' })
	const count = (shape: string) => expect(panel.getByText(shape, { exact: true }))
	const watchCopies = () =>
		page.evaluate(() =>
			window.addEventListener('copy', (event) =>
				Object.assign(window, { laid: event.clipboardData?.getData('text/plain') }),
			),
		)
	const laid = () => page.evaluate(() => (window as unknown as { laid?: string }).laid)
	await watchCopies()
	await test.step('a piece, to the last digit, beside itself', async () => {
		await bench.key('3')
		await bench.click([600, 600])
		await bench.key('Control+c')
		await bench.key('Control+v')
		await count('4 nodes').toHaveCount(2)
		expect(await laid()).toContain('<svg')
		expect(await laid()).toContain('M300 300L900 300L900 900L300 900Z')
	})
	await test.step('nodes as an open outline; cut, they leave the outline open', async () => {
		await bench.drag([1150, 350], [1550, 450])
		await bench.key('Control+x')
		await bench.key('Control+v')
		await count('2 nodes, open').toBeVisible()
	})
	await test.step('in another tab, and what another program laid there', async () => {
		await bench.click([600, 600])
		await bench.key('Control+c')
		const other = await context.newPage()
		await other.goto('/')
		await other.getByRole('button', { name: 'Begin a sheet with Heron' }).click()
		await other.waitForURL(/\/sheet\//)
		const canvas = other.getByTestId('canvas')
		await expect(canvas).toHaveAttribute('aria-busy', 'false')
		// What reads it is not there yet when it is pasted.
		await other.route('**/_next/static/**/*.js', async (route) => {
			await new Promise((done) => setTimeout(done, 400))
			await route.continue()
		})
		await canvas.focus()
		await other.keyboard.press('2')
		await other.keyboard.press('Control+v')
		const pieces = other.getByRole('region', { name: 'Pieces' })
		await expect(pieces.getByText('4 nodes')).toBeVisible()
		await canvas.evaluate((element) => {
			const data = new DataTransfer()
			data.setData(
				'text/plain',
				'<svg xmlns="http://www.w3.org/2000/svg"><path d="M9 9h9v9z"/></svg>',
			)
			element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
		})
		await expect(pieces.getByText('3 nodes')).toBeVisible()
	})
	await test.step('copied before what copies it is there', async () => {
		await bench.saved()
		await page.reload()
		await expect(bench.canvas).toHaveAttribute('aria-busy', 'false')
		await watchCopies()
		let arrive = () => {}
		const arrived = new Promise<void>((done) => {
			arrive = done
		})
		await page.route('**/_next/static/**/*.js', (route) => arrived.then(() => route.continue()))
		await bench.canvas.focus()
		await bench.key('Control+a')
		await bench.key('Control+c')
		expect(await laid()).toBeFalsy()
		arrive()
		await expect.poll(laid).toContain('<svg')
		await page.unroute('**/_next/static/**/*.js')
	})
	await test.step('Ctrl S saves the sheet as a file', async () => {
		await page.bringToFront()
		await bench.canvas.focus()
		const coming = page.waitForEvent('download')
		await bench.key('Control+s')
		const download = await coming
		expect(download.suggestedFilename()).toBe('storm-lantern.sheet.svg')
		const file = await readFile(await download.path(), 'utf8')
		expect(file).toContain('data:image/')
	})
})

test('the list scrolls to what is chosen on the canvas; F2 renames a row', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const squares = Array.from({ length: 60 }, (_, k) => {
		const [x, y] = [100 + (k % 10) * 180, 100 + Math.floor(k / 10) * 200]
		return `<path d="M${x} ${y}h120v120h-120z"><title>Square ${k + 1}</title></path>`
	})
	const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="2000" height="1500">${squares.join('')}</svg>`
	const file = { name: 'squares.svg', content: Buffer.from(drawing), type: 'image/svg+xml' }
	await bench.give('drop', page.getByRole('main'), file)
	const panel = page.getByRole('region', { name: 'Pieces' })
	const row = (name: string) => panel.getByRole('button', { name: new RegExp(`^${name} 4`) })
	await expect(row('Square 60')).toBeVisible()
	await bench.key('3')
	await bench.click([160, 160])
	await expect(row('Square 1')).toBeInViewport()
	await bench.click([1780, 1160])
	await expect(row('Square 60')).toBeInViewport()
	await row('Square 60').focus()
	await bench.key('F2')
	await page.getByRole('textbox', { name: 'Piece name' }).fill('Last of all')
	await bench.key('Enter')
	await expect(row('Last of all')).toBeVisible()
})

test('what is done to one of several chosen rows is done to all; their nodes are chosen together', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	await bench.clickAll([
		[1200, 900],
		[1500, 900],
		[1500, 1200],
		[1200, 900],
	])
	const panel = page.getByRole('region', { name: 'Pieces' })
	const row = (n: number) => panel.getByRole('button', { name: new RegExp(`^Piece ${n} `) })
	await row(1).click()
	await row(3).click({ modifiers: ['Shift'] })
	await panel.getByRole('button', { name: 'Lock Piece 2' }).click()
	for (const n of [1, 2, 3])
		await expect(panel.getByRole('button', { name: `Unlock Piece ${n}` })).toBeVisible()
	await panel.getByRole('button', { name: 'Unlock Piece 1' }).click()
	await row(1).click()
	await row(3).click({ modifiers: ['Control'] })
	await bench.key('3')
	await page.getByRole('button', { name: 'Select nodes' }).click()
	await expect(page.getByText('In 2 pieces')).toBeVisible()
	await page.getByRole('menuitem', { name: 'All corners' }).click()
	const card = page.getByRole('region', { name: 'Node' })
	await expect(card).toContainText('7 nodes')
	await expect(card.getByLabel('Left', { exact: true })).toHaveValue('300')
	await bench.type('Width', '600')
	await expect(card.getByLabel('Width', { exact: true })).toHaveValue('600')
	await expect(card.getByLabel('Height', { exact: true })).toHaveValue('900')
	await bench.canvas.focus()
	await bench.key('Escape')
	await bench.key('Escape')
	await bench.key('Control+a')
	await expect(card).toContainText('10 nodes')
})

test('the sheet takes its size from the artwork, the photos or numbers; photos change their order', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	await bench.key('1')
	await bench.section('Sheet')
	await page.getByRole('button', { name: 'Fit to the artwork' }).click()
	const width = page.getByLabel('Sheet width', { exact: true })
	await expect(width).toHaveValue('1200')
	await bench.type('Sheet width', '1300')
	await expect(width).toHaveValue('1300')
	await page.getByRole('button', { name: 'Fit to the photos' }).click()
	await expect(width).toHaveValue('2000')
	const content = await readFile('public/photos/teapot.jpg')
	await bench.give('drop', page.getByRole('main'), {
		name: 'teapot.jpg',
		content,
		type: 'image/jpeg',
	})
	const list = page.getByRole('list', { name: 'Photos' }).getByRole('listitem')
	await expect(list).toHaveCount(2)
	await expect(list.first()).toContainText('teapot')
	await page.getByRole('button', { name: 'More for teapot' }).click()
	await page.getByRole('menuitem', { name: 'Lay it under the one below' }).click()
	await expect(list.last()).toContainText('teapot')
})

test('where the pointer rests on a node the likely actions come up, and go again', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	await bench.key('3')
	const likely = page.getByRole('toolbar', { name: 'Likely next' })
	await bench.hover(SQUARE[1])
	await expect(likely).toBeVisible()
	await likely.getByRole('button', { name: 'Make smooth' }).click()
	const card = page.getByRole('region', { name: 'Node' })
	await expect(card.getByRole('button', { name: /^Smooth:/ })).toHaveAttribute(
		'aria-pressed',
		'true',
	)
	await expect(likely.getByRole('button', { name: 'Make smooth' })).toHaveAttribute(
		'aria-pressed',
		'true',
	)
	await bench.hover([600, 1200])
	await expect(likely).toBeHidden()
	await bench.hover(SQUARE[2])
	await expect(likely).toBeVisible()
	await likely.getByRole('button', { name: 'Remove', exact: true }).click()
	await expect(page.getByRole('button', { name: /^Piece 1 3 nodes/ })).toBeVisible()
	await expect(likely).toBeHidden()
})
