/** The longest side of a picture that browsers can draw, px. */
export const MAX_PICTURE_PX = 16_384

/** A picture that is larger than a browser can draw, or that it could not make. */
export class PictureNotDrawn extends Error {
	constructor(
		readonly width: number,
		readonly height: number,
	) {
		super(`A picture of ${width} × ${height} px could not be drawn.`)
		this.name = 'PictureNotDrawn'
	}
}

/** A kind of picture that this browser cannot write: it would give another in its place, unasked. */
export class KindNotWritten extends Error {
	/** @param type the MIME type asked for */
	constructor(readonly type: string) {
		super(`This browser does not write ${type}.`)
		this.name = 'KindNotWritten'
	}
}

/** What a browser wrote when it was asked for a kind of picture. @throws {KindNotWritten} where it is of another */
export function ofKind(written: Blob, type: string): Blob {
	if (written.type !== type) throw new KindNotWritten(type)
	return written
}

/**
 * An SVG drawn as a picture file of so many px; the browser draws it, as it would on any page.
 * @param quality of JPEG and WebP, 0 to 1
 * @throws {PictureNotDrawn}
 * @throws {KindNotWritten}
 */
export async function rasterise(
	svg: string,
	{ width, height }: { readonly width: number; readonly height: number },
	{
		type,
		opaque = false,
		quality,
	}: { readonly type: string; readonly opaque?: boolean; readonly quality?: number | undefined },
): Promise<Blob> {
	const refused = new PictureNotDrawn(width, height)
	if (Math.max(width, height) > MAX_PICTURE_PX || Math.min(width, height) < 1) throw refused
	const sized = svg.replace(
		/(<svg[^>]*?) width="[^"]*" height="[^"]*"/,
		`$1 width="${width}px" height="${height}px" preserveAspectRatio="none"`,
	)
	const url = URL.createObjectURL(new Blob([sized], { type: 'image/svg+xml' }))
	try {
		const image = new Image()
		image.src = url
		await image.decode()
		const canvas = document.createElement('canvas')
		canvas.width = width
		canvas.height = height
		const ctx = canvas.getContext('2d')
		if (!ctx) throw refused
		if (opaque) {
			ctx.fillStyle = '#ffffff'
			ctx.fillRect(0, 0, width, height)
		}
		ctx.drawImage(image, 0, 0, width, height)
		const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, type, quality))
		if (!blob) throw refused
		return ofKind(blob, type)
	} catch (error) {
		throw error instanceof KindNotWritten ? error : refused
	} finally {
		URL.revokeObjectURL(url)
	}
}
