import type { Point } from '../src/core/geometry/point'
import { expect, test } from './bench'
import { judge, trueOutline, keyPlaces } from './truth'
test.setTimeout(240_000)
test('lantern straight, bend', async ({ bench, page }) => {
	const SIZE = { width: 920, height: 690 }
	const truth = trueOutline('teapot')
	await bench.beginPhoto('Teapot', SIZE)
	await bench.key('2')
	await page.getByRole('switch', { name: 'Straight only' }).click()
	const ks = keyPlaces(truth, 6, 8); const ps=ks.map(k=>truth[k] as Point)
	await bench.canvas.focus()
	for(const p of [...ps, ps[0]!]) await bench.click(p)
	console.log('corners',ps.length)
	await bench.key('3')
	await page.waitForTimeout(1500)
	await page.screenshot({path:'/tmp/w/b0.png'})
	await page.getByRole('button',{name:'Bend to the photo'}).click()
	const t=Date.now()
	await expect(page.getByRole('button',{name:'Take it'})).toBeVisible({timeout:20000})
	console.log('bend ms',Date.now()-t)
	await page.screenshot({path:'/tmp/w/b1.png'})
	await page.getByRole('button',{name:'Take it'}).click()
	await page.waitForTimeout(1500)
	await page.getByRole('switch', { name: 'Colour the outline by it' }).click()
	await page.waitForTimeout(300)
	await page.screenshot({path:'/tmp/w/b2.png'})
	console.log(judge(await bench.exported(), truth))
})
