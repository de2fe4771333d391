/** The light of a coded level of 0 to 255, 0 to 1 (IEC 61966-2-1). */
export const LIGHT = Float32Array.from({ length: 256 }, (_, level) => {
	const share = level / 255
	return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
})

/** The level that light of 0 to 1 is coded by, 0 to 255; less and more than that is cut off. */
export function levelOfLight(light: number): number {
	const v = Math.min(1, Math.max(0, light))
	return 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055)
}
