import sharp from 'sharp'
import { transformContour } from '../src/core/index'
import { type Backdrop, cutOut, laidOn, maskOf } from '../src/core/pictures'
import { numberWithin, readDrawing } from './drawings'
import { say, writeText } from './files'
import { readPhoto } from './photos'
import { parsedArgs, UsageError } from './usage'

/** `cut-out PHOTO OUTLINE.svg OUT.png`: what outlines fill of a photo, the rest seen through. */
export async function cutOutCommand(args: string[]): Promise<void> {
	const {
		photo: path,
		outline,
		output,
		allowance,
		feather,
		backdrop,
		width: across,
		mask,
		json,
	} = understood(args)
	const photo = await readPhoto(path)
	const drawing = await readDrawing(outline)
	// Outlines drawn at another size are laid over the whole photo.
	const k = photo.width / (drawing.width || photo.width)
	const contours = drawing.pieces.flatMap((piece) =>
		piece.contours
			.filter(({ closed }) => closed)
			.map((c) => transformContour(c, [k, 0, 0, k, 0, 0])),
	)
	if (contours.length === 0) throw new Error(`${outline} holds no closed outline to cut out by.`)
	const rule = drawing.pieces.length > 1 ? 'nonzero' : (drawing.pieces[0]?.fillRule ?? 'evenodd')
	const cut = cutOut(photo, contours, { rule, allowance, feather })
	const made = mask ? maskOf(cut) : laidOn(cut, await groundOf(backdrop), null)
	const { width, height, data } = made
	const own = sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
	const raw = across === null ? own : own.resize({ width: across })
	const webp = output.toLowerCase().endsWith('.webp')
	const picture = mask ? raw.extractChannel('red') : raw
	await writeText(output, await (webp ? picture.webp({ quality: 95 }) : picture.png()).toBuffer())
	if (json) {
		let kept = 0
		for (let at = 3; at < cut.data.length; at += 4) kept += (cut.data[at] ?? 0) / 255
		say(
			`${JSON.stringify({ width, height, outlines: contours.length, kept: kept / (width * height) })}\n`,
		)
	}
}

const COLOUR = /^#[0-9a-f]{6}$/i
/** The widest picture that is written, px. */
const MOST_PX = 16_384

/** What lies behind: a colour, or the picture in a file. */
async function groundOf(backdrop: string | undefined): Promise<Backdrop | null> {
	if (backdrop === undefined) return null
	if (COLOUR.test(backdrop)) return { colours: [backdrop.toLowerCase()], angle: 0 }
	return { picture: await readPhoto(backdrop) }
}

function understood(args: string[]) {
	const { values, positionals } = parsedArgs(args, OPTIONS)
	const [photo, outline, output, ...more] = positionals
	if (!photo || !outline || !output)
		throw new UsageError('Name the photo, the outlines, and the picture to write.')
	if (more.length > 0) throw new UsageError(`One photo at a time, not also ${more.join(', ')}.`)
	if (!/\.(png|webp)$/i.test(output)) throw new UsageError('A cut-out is a .png or a .webp.')
	const { backdrop } = values
	if (backdrop?.startsWith('#') && !COLOUR.test(backdrop))
		throw new UsageError(`A backdrop’s colour is six hex digits after #, not “${backdrop}”.`)
	const width = numberWithin(values.width, {
		least: 1,
		most: MOST_PX,
		otherwise: null,
		what: 'A width is a number of px',
	})
	const px = (said: string | undefined, what: string) =>
		numberWithin(said, { least: 0, most: 500, otherwise: 0, what })
	return {
		photo,
		outline,
		output,
		allowance: px(values.allowance, 'An allowance is a number of px'),
		feather: px(values.feather, 'A feather is a number of px'),
		backdrop,
		width: width === null ? null : Math.round(width),
		mask: values.mask ?? false,
		json: values.json ?? false,
	}
}

const OPTIONS = {
	allowance: { type: 'string' },
	feather: { type: 'string' },
	backdrop: { type: 'string' },
	width: { type: 'string' },
	mask: { type: 'boolean' },
	json: { type: 'boolean' },
} as const
