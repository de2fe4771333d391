import { parsePathData } from '../src/core/index'
import { palette, photoColour, photoGradient, toneRegions } from '../src/core/pictures'
import { samplePhoto } from './shapePhotos'

/**
 * Colours taken from a megapixel of a photo: under one piece that takes up most of it, and under three
 * hundred small ones. Times are the least of several runs.
 */
const RUNS = 5
const photo = await samplePhoto('heron')
const { width, height } = photo
const across = (share: number) => (share * width).toFixed(1)
const down = (share: number) => (share * height).toFixed(1)
const whole = parsePathData(
	`M${across(0.05)} ${down(0.5)}C${across(0.05)} ${down(-0.1)} ${across(0.95)} ${down(-0.1)} ${across(0.95)} ${down(0.5)}C${across(0.95)} ${down(1.1)} ${across(0.05)} ${down(1.1)} ${across(0.05)} ${down(0.5)}Z`,
)
const small = Array.from({ length: 300 }, (_, n) => {
	const [x, y] = [(n % 20) * (width / 20), Math.floor(n / 20) * (height / 15)]
	return parsePathData(`M${x} ${y}h${width / 22}v${height / 17}h${-width / 22}Z`)
})

function least(work: () => unknown): string {
	let best = Number.POSITIVE_INFINITY
	for (let run = 0; run < RUNS; run++) {
		const began = performance.now()
		work()
		best = Math.min(best, performance.now() - began)
	}
	return best.toFixed(0)
}

console.log(`| ${((width * height) / 1e6).toFixed(1)} megapixels | ms |`)
console.log('| - | -: |')
console.log(`| colour under one piece | ${least(() => photoColour(photo, whole))} |`)
console.log(
	`| colour under 300 pieces | ${least(() => small.map((piece) => photoColour(photo, piece)))} |`,
)
console.log(`| gradient under one piece | ${least(() => photoGradient(photo, whole))} |`)
console.log(`| palette of 10 | ${least(() => palette(photo, 10))} |`)
for (const count of [3, 6, 12]) {
	const regions = toneRegions(photo, whole, count)
	const nodes = regions.flatMap(({ contours }) => contours.flatMap((one) => one.nodes)).length
	const time = least(() => toneRegions(photo, whole, count))
	console.log(`| ${count} shades, ${nodes} nodes | ${time} |`)
}
