/** The most pixels that a photo may have, in millions. */
export const MAX_MEGAPIXELS = 100

/** The file is no picture of a kind that can be read. */
export class NotAPicture extends Error {
	constructor() {
		super('The file is not a PNG, JPEG, WebP, AVIF, GIF or BMP picture.')
		this.name = 'NotAPicture'
	}
}

export class PhotoTooLarge extends Error {
	constructor(
		readonly width: number,
		readonly height: number,
	) {
		super(`The picture has ${Math.round((width * height) / 1e6)} megapixels.`)
		this.name = 'PhotoTooLarge'
	}
}
