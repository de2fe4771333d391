/** A bitmap's pixels; the bitmap is used up. */
export function pixelsOf(bitmap: ImageBitmap): ImageData {
	const { width, height } = bitmap
	const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
	if (!context) throw new Error('There is no canvas to read pixels with.')
	context.drawImage(bitmap, 0, 0)
	bitmap.close()
	return context.getImageData(0, 0, width, height)
}
