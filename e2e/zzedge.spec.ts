import type { Point } from '../src/core/geometry/point'
import { expect, test } from './bench'
import { judge, trueOutline } from './truth'
test.setTimeout(240_000)
test('heron by edge pen', async ({ bench, page }) => {
	const HERON = { width: 1000, height: 1200 }
	const truth = trueOutline('heron')
	await bench.beginPhoto('Heron', HERON)
	await bench.key('2'); await bench.key('f')
	await bench.hover([100, 120]); await page.waitForTimeout(2500)
	// pins each ~ length/22
	let total=0; for(let i=1;i<truth.length;i++) total+=Math.hypot(truth[i]![0]-truth[i-1]![0],truth[i]![1]-truth[i-1]![1])
	const pins:Point[]=[]; let gone=1e9
	for(const [i,p] of truth.entries()){const q=truth[i-1]??p;gone+=Math.hypot(p[0]-q[0],p[1]-q[1]);if(gone>=total/22){pins.push(p);gone=0}}
	const t0=Date.now()
	for(const [k,p] of pins.entries()){ await bench.hover([p[0]+3,p[1]+3]); await bench.click([p[0]+1.5*Math.cos(k),p[1]+1.5*Math.sin(k)]); if(k===8){await bench.hover([p[0]+40,p[1]+90]);await page.waitForTimeout(200);await page.screenshot({path:'/tmp/w/ep1.png'})} }
	console.log('pins',pins.length,'ms',Date.now()-t0)
	await page.screenshot({path:'/tmp/w/ep2.png'})
	await page.keyboard.press('Enter'); await page.waitForTimeout(800)
	await page.screenshot({path:'/tmp/w/ep3.png'})
	await page.keyboard.press('Enter')
	console.log(judge(await bench.exported(), truth))
	await expect(page.getByRole('region',{name:'Pieces'})).toContainText('nodes')
	console.log(await page.getByRole('region',{name:'Pieces'}).innerText())
})
